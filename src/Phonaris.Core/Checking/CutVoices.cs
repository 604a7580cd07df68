using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Voices that are cut off.</summary>
public sealed class CutVoices : ICheck
{
    /// <summary>How much speech there is on both sides of a cut within a sentence, in frames.</summary>
    private const long AroundFrames = 100 * Frames.PerMs;

    /// <inheritdoc/>
    public string Name => "cut-voice";

    /// <inheritdoc/>
    public string LooksFor => "A voice that is cut off before it has finished.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        foreach (var heard in show.Heard.Where(h => h.Sound.Kind == SoundKind.Voice && h.Place.LengthFrames < h.Place.NaturalFrames && h.Place.Rounds == 1))
        {
            var place = heard.Place;
            var cut = place.LengthFrames;
            var behind = show.SpokenIn(place with { EndFrame = place.StartFrame + place.NaturalFrames }).Where(s => s.ToFrame - Math.Max(s.FromFrame, cut) >= AroundFrames).ToList();
            if (behind.Count == 0) continue;
            // It speaks on both sides of the cut; otherwise the cut is in a pause.
            var inWord = behind.Exists(s => s.FromFrame <= cut - AroundFrames);
            var at = show.Order.At(place.EndFrame - 1);
            var missing = place.NaturalFrames - place.LengthFrames;
            yield return new(
                Name, Severity.Audible, [heard.Cue.Id], at.SlideId, $"{heard.Sound.Name} is cut off {(inWord ? "mid-word" : "between sentences")} on slide {at.Number} with {Wording.Seconds(missing / Frames.PerMs)} left.",
                [.. Fixes(show, heard, at, missing).OfType<Fix>()]);
        }
    }

    private static IEnumerable<Fix?> Fixes(CheckedShow show, HeardCue heard, SlideTime at, long missing)
    {
        var cue = heard.Cue;
        var last = show.Order.Of(show.Show, cue.Span!)[^1];
        // Its start does not depend on the hold that is changed, and it ends with the slide that is lengthened.
        if (cue is { EachSlide: false, Start.Kind: CueStartKind.Slide, Stop: CueStop.Span or CueStop.Finished, Fit: null } && at.SlideId == (cue.Stop == CueStop.Span ? last : show.Order.Slides[^1]).SlideId)
            yield return show.HoldLonger(at.SlideId, missing);
        if (cue is { EachSlide: false, Stop: not CueStop.Finished, Fit: null } && heard.Place.StartFrame + heard.Place.NaturalFrames <= show.Order.TotalFrames)
            yield return new("Play it to its end", new SetStop(cue.Id, CueStop.Finished), Safe: true);
    }
}
