using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Voices that overrun their slides.</summary>
public sealed class LongVoices : ICheck
{
    /// <summary>How far a voice may overrun, in frames.</summary>
    private const long LeastFrames = 300 * Frames.PerMs;

    /// <inheritdoc/>
    public string Name => "long-voice";

    /// <inheritdoc/>
    public string LooksFor => "A slide that ends before its voice does.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from heard in show.Heard
            where heard.Sound.Kind == SoundKind.Voice && heard.Cue is { Stop: CueStop.Finished, EachSlide: false }
            let last = show.Order.Of(show.Show, heard.Cue.Span!)[^1]
            let over = heard.Place.EndFrame - last.EndFrame
            where over > LeastFrames
            select new Finding(
                Name, Severity.Audible, [heard.Cue.Id], last.SlideId, $"{heard.Sound.Name} runs {Wording.Seconds(over / Frames.PerMs)} past slide {last.Number}.",
                [.. Fixes(show, heard, last.SlideId, over).OfType<Fix>()]);
    }

    private static IEnumerable<Fix?> Fixes(CheckedShow show, HeardCue heard, string slideId, long over)
    {
        if (heard.Cue.Start.Kind == CueStartKind.Slide) yield return show.HoldLonger(slideId, over);
        var end = show.Order.At(heard.Place.EndFrame - 1);
        yield return new($"Extend it to slide {end.Number}", new SetSpan(heard.Cue.Id, heard.Cue.Span! with { Last = end.SlideId }));
    }
}
