using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Sounds cut off by the end of the show.</summary>
public sealed class CutByEnd : ICheck
{
    /// <summary>How much may be cut off without a finding, in frames.</summary>
    private const long LeastFrames = 300 * Frames.PerMs;

    /// <inheritdoc/>
    public string Name => "cut-by-end";

    /// <inheritdoc/>
    public string LooksFor => "A sound set to play to its end that the end of the show cuts off.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from heard in show.Heard
            let place = heard.Place
            where heard.Cue.Stop == CueStop.Finished && place.Rounds != Cue.FillSpan && place.EndFrame == show.Order.TotalFrames && place.NaturalFrames - place.LengthFrames > LeastFrames
            where !heard.Sound.Kind.IsSpoken()
            let last = show.Order.Slides[^1]
            select new Finding(
                Name, Severity.Audible, [heard.Cue.Id], last.SlideId,
                $"{heard.Sound.Name} is cut off by the end of the show with {Wording.Seconds((place.NaturalFrames - place.LengthFrames) / Frames.PerMs)} left.",
                [.. Fixes(show, heard).OfType<Fix>()]);
    }

    private static IEnumerable<Fix?> Fixes(CheckedShow show, HeardCue heard)
    {
        yield return new("Fade it out with the show", new Several(
            [new SetStop(heard.Cue.Id, CueStop.Show), new SetFade(heard.Cue.Id, FadeEnd.Out, CueDefaults.FadeOut)], $"{heard.Sound.Name}: fade out with the show"));
        if (heard.Cue is { EachSlide: false, Start.Kind: CueStartKind.Slide }) yield return show.HoldLonger(show.Order.Slides[^1].SlideId, heard.Place.NaturalFrames - heard.Place.LengthFrames);
    }
}
