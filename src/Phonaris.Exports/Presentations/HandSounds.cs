using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Exports.Presentations;

/// <summary>
/// The sounds of a presentation file that a presenter advances: as when presenting, within the limits of the format. The format has the number of slides a sound plays on,
/// looping, and the start. Level and fades are applied to the samples. It cannot fade out a sound that is stopped, or crossfade beds.
/// </summary>
internal sealed class HandSounds
{
    private readonly Export _export;
    private readonly LivePlan _plan;
    private readonly Dictionary<string, LiveStem> _stems;
    private readonly Dictionary<string, int> _positions;
    private readonly Dictionary<string, List<string>> _lost = [];
    private int _corner;

    private HandSounds(Export export)
    {
        _export = export;
        _plan = LivePlan.Of(export.Timed);
        _stems = LiveStem.OfAll(export.Timed).SelectMany(s => s.CueIds.Select(id => (id, s.Stem))).ToDictionary(s => s.id, s => s.Stem);
        _positions = export.Timed.Order.Slides.ToDictionary(s => s.SlideId, s => s.Index);
    }

    /// <summary>The sounds of a show, and what is lost.</summary>
    public static (IReadOnlyList<SoundOnSlides> Sounds, IReadOnlyList<string> Lost) Of(Export export)
    {
        var planned = new HandSounds(export);
        List<SoundOnSlides> sounds = [.. planned._plan.Cues.SelectMany(planned.Placed)];
        var loops = export.WaitingLoops.Select(s => $"The waiting loop “{s.Name}” does not loop automatically.");
        return (sounds, [.. planned._lost.Select(l => $"{string.Join(", ", l.Value.Distinct())}: {l.Key}."), .. loops]);
    }

    private IEnumerable<SoundOnSlides> Placed(LiveCue cue)
    {
        var held = _plan.Places.Where(p => p.Held.Contains(cue.Id) && _export.Slides.Any(s => s.SlideId == p.SlideId)).ToList();
        if (held.Count == 0) return [];
        var (stem, own) = (_stems[cue.Id], _export.Timed.Show.Cue(cue.CueId));
        var sound = _export.Timed.Show.Sound(own.SoundId);
        if (own.Video is null) Tell(cue, stem, held[^1]);
        var (from, to) = stem.Loops ? (stem.LoopFrom, stem.LengthFrames) : (0, stem.LengthFrames);
        var samples = new Schedule(stem.LengthFrames, [(stem.Loops ? stem.Cue : Faded(stem.Cue, SwellOf(cue))) with { CueId = SoundOnSlides.Name }], [], []);
        var last = cue.PlaysPastSpan ? _export.Slides[^1].Index : _positions[held[^1].SlideId];
        var laid = new SoundOnSlides(sound, samples, from, to, _positions[held[0].SlideId], last, 0, 0, stem.Loops, null) { Video = own.Video is null ? null : own };
        if (cue.ByHand || IsManual(cue))
        {
            // A video is clicked itself.
            var spot = own.Video is null ? own.Hotspot ?? Corner(cue.Name) : null;
            return held.Select(p => _positions[p.SlideId]).Distinct().Select(at => laid with { First = at, Step = null, Spot = spot });
        }
        var (place, delay) = Begins(cue, held[0]);
        return [laid with { First = _positions[place.SlideId], Step = place.Step, DelayMs = delay }];
    }

    /// <summary>When a cue starts automatically: one that follows another starts after that one's length.</summary>
    private (LivePlace Place, long DelayMs) Begins(LiveCue cue, LivePlace first)
    {
        if (_plan.Places.FirstOrDefault(p => p.Begins.Any(b => b.CueId == cue.Id && b.StartsHere)) is { } place)
        {
            if (_export.Slides.Any(s => s.SlideId == place.SlideId)) return (place, place.Begins.First(b => b.CueId == cue.Id).DelayMs);
            // In a part of the deck, what is playing where the part begins.
            Lose($"started before slide {first.Number}, but here it starts with that slide", cue);
            return (first with { Step = 0 }, 0);
        }
        if (_plan.Cues.FirstOrDefault(c => c.CueId == cue.After) is { LengthMs: { } length } before)
        {
            var (at, delay) = Begins(before, first);
            return (at, delay + length + cue.GapMs);
        }
        Lose("starts with its slide, not after another sound", cue);
        return (first, cue.GapMs);
    }

    private bool IsManual(LiveCue cue)
    {
        // A cue after a manual one gets its own icon to click.
        for (var before = cue; before?.After is not null;)
        {
            before = _plan.Cues.FirstOrDefault(c => c.CueId == before.After);
            if (before is not { ByHand: true }) continue;
            Lose("follows a manual cue, so it is triggered manually too", cue);
            return true;
        }
        return false;
    }

    private Fade SwellOf(LiveCue cue) => Follows(cue) && cue.HandoverMs > cue.FadeIn.Ms ? Fade.Of(cue.HandoverMs) : cue.FadeIn;

    /// <summary>Whether a bed starts where it replaces another.</summary>
    private bool Follows(LiveCue cue) =>
        cue.Kind == SoundKind.Bed && _plan.Places.FindIndex(p => p.Begins.Any(b => b.CueId == cue.Id && b.StartsHere)) is > 0 and var at
        && _plan.Places[at - 1].Held.Any(id => id != cue.Id && _plan.Cues.First(c => c.Id == id).Kind == SoundKind.Bed);

    private void Tell(LiveCue cue, LiveStem stem, LivePlace last)
    {
        var atEnd = last.SlideId == _export.Slides[^1].SlideId;
        if (stem.Loops && cue.FadeIn.Ms > 0) Lose("loops, so it starts without its fade in", cue);
        if (!cue.PlaysPastSpan && !atEnd && cue.FadeOut.Ms > 0 && (stem.Loops || cue.Kind == SoundKind.Bed)) Lose("stops where its slides end, without its fade out", cue);
        if (Follows(cue)) Lose(stem.Loops ? "starts abruptly when the bed before it stops" : "fades in when the bed before it stops", cue);
        if (last.Ends.Any(e => e.CueId == cue.Id) || _plan.Places.Any(p => p.SlideId == last.SlideId && p.Step > last.Step)) Lose($"ends with slide {last.Number}, not within it", cue);
        if (cue.Return == CueReturn.PickUp) Lose("restarts when its slides are revisited", cue);
        if (cue.Kind == SoundKind.Bed && _plan.Places.Any(p => p.Held.Contains(cue.Id) && p.Held.Any(id => _plan.Cues.First(c => c.Id == id).Duck is not null))) Lose("is not ducked under voices", cue);
    }

    private void Lose(string says, LiveCue cue)
    {
        if (_lost.TryGetValue(says, out var there)) there.Add(cue.Name);
        else _lost[says] = [cue.Name];
    }

    /// <summary>An icon for a cue without a hotspot, in the lower right corner, side by side.</summary>
    private Hotspot Corner(string name) => Hotspot.New(name) with { X = 0.96 - 0.06 * (_corner++ % 8), Y = 0.93, Size = 0.05, Symbol = HotspotSymbol.Wave };

    private static ScheduledCue Faded(ScheduledCue cue, Fade fade)
    {
        var (fadeIn, fadeOut) = FadeShape.Pair(FadeShape.Of(fade), cue.FadeOut, cue.LengthFrames);
        return cue with { FadeIn = fadeIn, FadeOut = fadeOut };
    }
}
