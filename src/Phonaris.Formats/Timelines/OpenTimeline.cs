using System.Text.Json.Nodes;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Formats.Timelines;

/// <summary>
/// A show as a timeline for editing programs: OpenTimelineIO, JSON. Slides are a track of pictures at the film's frame rate. Sounds are tracks by band, with exact ranges at
/// 48 kHz; overlapping sounds of a band are on additional tracks. Levels, fades and envelopes are effects with names of their own, described in
/// docs/timeline.md; steps are markers. Manual cues are on disabled tracks.
/// </summary>
public sealed class OpenTimeline
{
    private readonly TimedShow _timed;
    private readonly PictureOrder _pictures;
    private readonly long _start, _end;
    private readonly Dictionary<string, string> _sounds;

    private OpenTimeline(TimedShow timed, IReadOnlyList<SlideTime> slides, int fps)
    {
        (_timed, _pictures) = (timed, PictureOrder.OfSlides(timed.Show, slides, fps));
        (_start, _end) = (slides[0].StartFrame, slides[^1].EndFrame);
        _sounds = FileNames.Unique(timed.Show.Sounds.Where(s => Heard.Any(c => c.SoundId == s.Id)).Select(s => (s.Id, s.FileName)));
    }

    /// <summary>The timeline of some slides of a show.</summary>
    /// <param name="timed">The show with its times.</param>
    /// <param name="slides">The slides, consecutive in the running order, at least one.</param>
    /// <param name="fps">The frame rate per second.</param>
    public static OpenTimeline Of(TimedShow timed, IReadOnlyList<SlideTime> slides, int fps)
    {
        ArgumentNullException.ThrowIfNull(timed);
        ArgumentNullException.ThrowIfNull(slides);
        return new(timed, slides, fps);
    }

    /// <summary>The pictures it refers to, by their relative paths.</summary>
    public IEnumerable<(string Path, PictureSource Picture)> Pictures => _pictures.Shots.Select((shot, k) => (PathOf(k), shot.Look.Picture));

    /// <summary>The sounds it refers to, by their relative paths.</summary>
    public IEnumerable<(string Path, Sound Sound)> Sounds => _sounds.Select(s => ($"media/{s.Value}", _timed.Show.Sound(s.Key)));

    /// <summary>What an editing program will not import by itself, as sentences.</summary>
    public IEnumerable<string> Lost => Heard.Where(c => c.ByHand).Select(c => $"{_timed.Show.Sound(c.SoundId).Name} is triggered manually, so it is on a disabled track.").Distinct();

    /// <summary>The timeline as JSON.</summary>
    public JsonObject ToJson() => new()
    {
        ["OTIO_SCHEMA"] = "Timeline.1",
        ["name"] = _timed.Show.Title,
        ["metadata"] = new JsonObject(),
        ["global_start_time"] = null,
        ["tracks"] = Item("Stack.1", "tracks", new() { ["children"] = new JsonArray([.. Tracks()]), ["source_range"] = null }, Steps()),
    };

    private IEnumerable<ScheduledCue> Heard => _timed.Schedule.Audible.Concat(_timed.Schedule.AudibleManually).Where(c => c.StartFrame < _end && c.EndFrame > _start);

    private IEnumerable<JsonNode> Tracks()
    {
        yield return Track("Slides", "Video", Shots(), true);
        foreach (var byHand in new[] { false, true })
            foreach (var band in Heard.Where(c => c.ByHand == byHand).GroupBy(c => _timed.Show.Sound(c.SoundId).Kind).OrderBy(g => g.Key))
                foreach (var (lane, k) in Lanes(band.OrderBy(c => c.StartFrame)).Select((l, k) => (l, k)))
                    yield return Track($"{band.Key}s{(k > 0 ? $" {k + 1}" : "")}{(byHand ? ", manual" : "")}", "Audio", lane.SelectMany(Clips(0)), !byHand);
    }

    private IEnumerable<JsonNode> Shots()
    {
        foreach (var (shot, k) in _pictures.Shots.Select((s, k) => (s, k)))
        {
            var length = shot.End - shot.Start;
            if (shot.Dissolving > 0) yield return Transition(0, shot.Dissolving, _pictures.Fps);
            var slide = _pictures.Slides.First(s => shot.Start < s.End);
            yield return Clip(_timed.Show.Slide(slide.SlideId).Title, Range(0, length, _pictures.Fps), PathOf(k), Range(0, length, _pictures.Fps), []);
        }
    }

    /// <summary>Cues as tracks without overlaps.</summary>
    private static List<List<ScheduledCue>> Lanes(IEnumerable<ScheduledCue> cues)
    {
        List<List<ScheduledCue>> lanes = [];
        foreach (var cue in cues)
            if (lanes.Find(l => l[^1].EndFrame <= cue.StartFrame) is { } free) free.Add(cue);
            else lanes.Add([cue]);
        return lanes;
    }

    /// <summary>Returns the clips of cues in order, with gaps between them.</summary>
    private Func<ScheduledCue, IEnumerable<JsonNode>> Clips(long at)
    {
        return cue =>
        {
            List<JsonNode> items = [];
            foreach (var piece in CuePiece.Of(cue, _start, _end))
            {
                var begins = piece.AtFrame - _start;
                if (begins > at) items.Add(Item("Gap.1", "", new() { ["source_range"] = Range(0, begins - at, Frames.PerSecond) }));
                else if (piece.Before + piece.After > 0) items.Add(Transition(piece.Before, piece.After, Frames.PerSecond));
                items.Add(Clip(cue, piece));
                at = begins + piece.Frames;
            }
            return items;
        };
    }

    private JsonObject Clip(ScheduledCue cue, CuePiece piece)
    {
        var sound = _timed.Show.Sound(cue.SoundId);
        List<JsonNode> effects = [Gain(cue, piece)];
        if (cue.Source.Speed != 1) effects.Add(new JsonObject { ["OTIO_SCHEMA"] = "LinearTimeWarp.1", ["name"] = "speed", ["metadata"] = new JsonObject(), ["effect_name"] = "LinearTimeWarp", ["time_scalar"] = cue.Source.Speed, ["enabled"] = true });
        var from = (long)Math.Round(piece.FromFrame * cue.Source.Speed);
        return Clip(sound.Name, Range(from, piece.Frames, Frames.PerSecond), $"media/{_sounds[sound.Id]}", Range(0, sound.Frames, Frames.PerSecond), effects);
    }

    /// <summary>The gain of a cue over time, and the position of a piece in it.</summary>
    private static JsonObject Gain(ScheduledCue cue, CuePiece piece) => new()
    {
        ["OTIO_SCHEMA"] = "Effect.1",
        ["name"] = "gain",
        ["effect_name"] = "phonaris.gain",
        ["enabled"] = true,
        ["metadata"] = new JsonObject
        {
            ["phonaris"] = new JsonObject
            {
                ["cue"] = cue.CueId,
                ["atFrame"] = piece.AtFrame - cue.StartFrame,
                ["cueFrames"] = cue.LengthFrames,
                ["levelDb"] = Math.Round(Core.Values.Gain.ToDecibels(cue.Gain), 3),
                ["fadeIn"] = Fade(cue.FadeIn),
                ["fadeOut"] = Fade(cue.FadeOut),
                ["envelope"] = new JsonArray([.. cue.Envelope.Points.Select(p => new JsonObject { ["frame"] = p.Frame, ["db"] = Math.Round(p.Db, 3) })]),
            },
        },
    };

    private static JsonObject Fade(FadeShape fade) => new() { ["frames"] = fade.Frames, ["curve"] = char.ToLowerInvariant($"{fade.Curve}"[0]) + $"{fade.Curve}"[1..] };

    private IEnumerable<JsonNode> Steps() =>
        from slide in _pictures.Slides
        let time = _timed.Order.Slides.First(t => t.SlideId == slide.SlideId)
        from step in time.StepFrames.Select((frame, k) => (frame, k)).Skip(1)
        let label = _timed.Show.Slide(slide.SlideId).Steps[step.k].Label
        select new JsonObject
        {
            ["OTIO_SCHEMA"] = "Marker.2",
            ["name"] = label.Length > 0 ? label : $"Slide {time.Number}, step {step.k}",
            ["comment"] = "",
            ["color"] = "GREEN",
            ["marked_range"] = Range(step.frame - _start, 0, Frames.PerSecond),
            ["metadata"] = new JsonObject(),
        };

    private static string PathOf(int shot) => $"media/slide-{shot + 1:000}.png";

    private static JsonObject Track(string name, string kind, IEnumerable<JsonNode> children, bool enabled) =>
        Item("Track.1", name, new() { ["kind"] = kind, ["children"] = new JsonArray([.. children]), ["source_range"] = null, ["enabled"] = enabled });

    private static JsonObject Clip(string name, JsonNode range, string path, JsonNode available, List<JsonNode> effects) => Item("Clip.2", name, new()
    {
        ["source_range"] = range,
        ["effects"] = new JsonArray([.. effects]),
        ["media_references"] = new JsonObject
        {
            ["DEFAULT_MEDIA"] = new JsonObject
            {
                ["OTIO_SCHEMA"] = "ExternalReference.1",
                ["name"] = "",
                ["metadata"] = new JsonObject(),
                ["available_range"] = available,
                ["available_image_bounds"] = null,
                ["target_url"] = Uri.EscapeDataString(path).Replace("%2F", "/", StringComparison.Ordinal),
            },
        },
        ["active_media_reference_key"] = "DEFAULT_MEDIA",
    });

    /// <summary>The common properties of items, and the specific ones.</summary>
    private static JsonObject Item(string schema, string name, JsonObject own, IEnumerable<JsonNode>? markers = null)
    {
        own["OTIO_SCHEMA"] = schema;
        own["name"] = name;
        own["metadata"] = new JsonObject();
        own.TryAdd("effects", new JsonArray());
        own.TryAdd("enabled", true);
        own["markers"] = new JsonArray([.. markers ?? []]);
        return own;
    }

    private static JsonObject Transition(long into, long after, int rate) => new()
    {
        ["OTIO_SCHEMA"] = "Transition.1",
        ["name"] = "",
        ["metadata"] = new JsonObject(),
        ["transition_type"] = "SMPTE_Dissolve",
        ["in_offset"] = Time(into, rate),
        ["out_offset"] = Time(after, rate),
    };

    private static JsonObject Range(long start, long length, int rate) => new() { ["OTIO_SCHEMA"] = "TimeRange.1", ["start_time"] = Time(start, rate), ["duration"] = Time(length, rate) };

    private static JsonObject Time(long value, int rate) => new() { ["OTIO_SCHEMA"] = "RationalTime.1", ["rate"] = (double)rate, ["value"] = (double)value };
}
