using System.Text.Json.Nodes;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Formats.Timelines;

namespace Phonaris.Formats.Tests;

/// <summary>Timelines read back by the published schema of OpenTimelineIO: the position and the source range of each clip.</summary>
public sealed class OpenTimelineTests
{
    private const int Fps = 25;

    [Fact]
    public void A_timeline_has_every_frame_of_every_cue_in_its_place()
    {
        var show = Made();
        var timed = TimedShow.Of(show);
        var slides = timed.Order.Slides;
        foreach (var chosen in new[] { slides, slides.Skip(1).Take(2).ToValueList() })
        {
            var timeline = OpenTimeline.Of(timed, chosen, Fps);
            var tracks = Read(timeline.ToJson());
            var paths = timeline.Sounds.ToDictionary(s => s.Path, s => s.Sound.Id);
            var (start, end) = (chosen[0].StartFrame, chosen[^1].EndFrame);
            Assert.Equal((end - start) * Fps / 48_000, tracks[0].Items.Sum(i => i.Frames));
            foreach (var cue in timed.Schedule.Cues)
            {
                // Every 100 ms, what the engine plays is what the timeline says.
                for (var at = Math.Max(cue.StartFrame, start); at < Math.Min(cue.EndFrame, end); at += 4_800)
                {
                    var clips = tracks.Skip(1).Where(t => t.Enabled).SelectMany(t => t.Items).Where(i => i.Path is { } p && paths[p] == cue.SoundId && i.Start + start <= at && at < i.Start + start + i.Frames).ToList();
                    var round = cue.RoundAt(at - cue.StartFrame);
                    var wanted = cue.RoundFrom(round) + at - cue.StartFrame - cue.RoundStart(round);
                    var clip = Assert.Single(clips);
                    Assert.Equal(wanted * cue.Source.Speed, clip.From + (at - start - clip.Start) * clip.Speed, 1.0);
                }
            }
        }
    }

    [Fact]
    public void Overlapping_sounds_have_separate_tracks_and_manual_cues_are_disabled()
    {
        var timed = TimedShow.Of(Made());
        var timeline = OpenTimeline.Of(timed, timed.Order.Slides, Fps);
        var tracks = Read(timeline.ToJson());
        Assert.Equal(["Slides", "Beds", "Voices", "Voices 2", "Spots, manual"], tracks.Select(t => t.Name));
        Assert.Equal([true, true, true, true, false], tracks.Select(t => t.Enabled));
        Assert.Contains("Chime is triggered manually", Assert.Single(timeline.Lost));
        // The repeats of the bed are crossfaded, the third slide has a dissolve, and the second has a step.
        Assert.All(tracks[1].Dissolves, d => Assert.Equal(timed.Schedule.Cues[0].SeamFrames, d));
        Assert.Equal([Fps], tracks[0].Dissolves);
        var marker = Assert.Single(timeline.ToJson()["tracks"]!["markers"]!.AsArray())!;
        Assert.Equal(("Wings", 7 * 48_000.0), (marker["name"]!.ToString(), (double)marker["marked_range"]!["start_time"]!["value"]!));
        var gain = timeline.ToJson()["tracks"]!["children"]![1]!["children"]![0]!["effects"]![0]!["metadata"]!["phonaris"]!;
        Assert.Equal((-6, 48_000, "equalPower"), ((double)gain["levelDb"]!, (long)gain["fadeIn"]!["frames"]!, gain["fadeIn"]!["curve"]!.ToString()));
    }

    private static Show Made()
    {
        Slide[] slides = [.. Enumerable.Range(1, 4).Select(n => new Slide(
            $"s{n}", $"Slide {n}", "", "", new(new string('0', 64), MediaTypes.Png, 1, 16, 9), 5000, n == 3 ? Transition.Dissolve(1000) : Transition.Cut, false,
            n == 2 ? [new("s2-1", "", 0, null), new("s2-2", "Wings", 2000, null)] : Step.Whole($"s{n}")))];
        Sound[] sounds = [Sound("pad", 6, SoundKind.Bed), Sound("talk", 8, SoundKind.Voice), Sound("aside", 3, SoundKind.Voice), Sound("chime", 1, SoundKind.Spot)];
        return new("A show", [.. slides], [], [.. sounds],
        [
            Cue("c1", sounds[0], "s1", "s4") with { Rounds = Core.Shows.Cue.FillSpan, LevelDb = -6, FadeIn = Fade.Of(1000), InFrame = 24_000 },
            Cue("c2", sounds[1], "s2", "s3") with { Speed = 1.25 },
            Cue("c3", sounds[2], "s2", "s3") with { DelayMs = 1500 },
            Cue("c4", sounds[3], "s1", "s4") with { Start = CueStart.ByHand },
        ]);
    }

    private static Sound Sound(string id, int seconds, SoundKind kind) =>
        new(id, $"{char.ToUpperInvariant(id[0])}{id[1..]}", kind, new string(id[0], 64), "a/b: c.ogg", new(seconds * 48_000, 44_100, 2, -20, -18, 3, -2, 0, 0, 0, 0, false), Rights.Unknown, []);

    private static Cue Cue(string id, Sound sound, string first, string last) => new(id, sound.Id, new(first, last), CueStart.WithSlide, 0, CueStop.Span, 0, sound.Frames, 1, 0, Fade.None, Fade.None);

    /// <summary>A clip of a track, or a gap.</summary>
    private sealed record Item(string? Path, long Start, long Frames, long From, double Speed);

    private sealed record Track(string Name, bool Enabled, List<Item> Items, List<long> Dissolves);

    private static List<Track> Read(JsonObject timeline)
    {
        Assert.Equal("Timeline.1", timeline["OTIO_SCHEMA"]!.ToString());
        Assert.Equal("Stack.1", timeline["tracks"]!["OTIO_SCHEMA"]!.ToString());
        List<Track> tracks = [];
        foreach (var track in timeline["tracks"]!["children"]!.AsArray())
        {
            Assert.Equal("Track.1", track!["OTIO_SCHEMA"]!.ToString());
            var rate = track["kind"]!.ToString() == "Video" ? Fps : 48_000;
            var read = new Track(track["name"]!.ToString(), (bool)track["enabled"]!, [], []);
            long at = 0;
            foreach (var child in track["children"]!.AsArray())
            {
                var schema = child!["OTIO_SCHEMA"]!.ToString();
                if (schema == "Transition.1")
                {
                    read.Dissolves.Add(Value(child["in_offset"]!, rate) + Value(child["out_offset"]!, rate));
                    continue;
                }
                var range = child["source_range"]!;
                Assert.Equal("TimeRange.1", range["OTIO_SCHEMA"]!.ToString());
                var (from, frames) = (Value(range["start_time"]!, rate), Value(range["duration"]!, rate));
                Assert.True(frames > 0);
                var reference = schema == "Clip.2" ? child["media_references"]![child["active_media_reference_key"]!.ToString()]! : null;
                if (schema != "Gap.1") Assert.Equal("ExternalReference.1", reference!["OTIO_SCHEMA"]!.ToString());
                var warp = child["effects"]!.AsArray().FirstOrDefault(e => e!["OTIO_SCHEMA"]!.ToString() == "LinearTimeWarp.1");
                read.Items.Add(new(reference is null ? null : Uri.UnescapeDataString(reference["target_url"]!.ToString()), at, frames, from, warp is null ? 1 : (double)warp["time_scalar"]!));
                at += frames;
            }
            tracks.Add(read);
        }
        return tracks;
    }

    private static long Value(JsonNode time, int rate)
    {
        Assert.Equal(("RationalTime.1", (double)rate), (time["OTIO_SCHEMA"]!.ToString(), (double)time["rate"]!));
        var value = (double)time["value"]!;
        Assert.Equal(Math.Round(value), value);
        return (long)value;
    }
}
