using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Voices cut off in a word.</summary>
public sealed class CutVoices : ICheck
{
    /// <summary>How much of a sentence there is on both sides where it is cut in it, in frames.</summary>
    private const long AroundFrames = 100 * Frames.PerMs;

    /// <inheritdoc/>
    public string Name => "cut-voice";

    /// <inheritdoc/>
    public string LooksFor => "A voice that is cut off while it speaks.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        foreach (var heard in show.Heard.Where(h => h.Sound.Kind == SoundKind.Voice && h.Place.LengthFrames < h.Place.NaturalFrames && h.Place.Rounds == 1))
        {
            var place = heard.Place;
            // It speaks on both sides of the cut.
            var left = place.LengthFrames;
            if (!show.SpokenIn(place with { EndFrame = place.StartFrame + place.NaturalFrames }).Any(s => s.FromFrame <= left - AroundFrames && s.ToFrame >= left + AroundFrames)) continue;
            var at = show.Order.At(place.EndFrame - 1);
            var missing = place.NaturalFrames - place.LengthFrames;
            yield return new(
                Name, Gravity.Heard, [heard.Cue.Id], at.SlideId, $"{heard.Sound.Name} is cut off in a word on slide {at.Number}; {Say.Seconds(missing / Frames.PerMs)} of it are left.",
                [.. Remedies(show, heard, at, missing).OfType<Remedy>()]);
        }
    }

    private static IEnumerable<Remedy?> Remedies(CheckedShow show, HeardCue heard, SlideTime at, long missing)
    {
        var cue = heard.Cue;
        var last = show.Order.Of(show.Show, cue.Span!)[^1];
        // Where it begins hangs on no hold that is changed, and it ends with the slide that is held.
        if (cue is { EachSlide: false, Start.Kind: CueStartKind.Slide, Stop: CueStop.Span or CueStop.Finished, Fit: null } && at.SlideId == (cue.Stop == CueStop.Span ? last : show.Order.Slides[^1]).SlideId)
            yield return show.HoldLonger(at.SlideId, missing);
        if (cue is { EachSlide: false, Stop: not CueStop.Finished, Fit: null } && heard.Place.StartFrame + heard.Place.NaturalFrames <= show.Order.TotalFrames)
            yield return new("Let it finish", new SetStop(cue.Id, CueStop.Finished), Safe: true);
    }
}
