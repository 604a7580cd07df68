using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Cues that would begin after their slide has ended.</summary>
public sealed class LateBeginnings : ICheck
{
    /// <inheritdoc/>
    public string Name => "late-beginning";

    /// <inheritdoc/>
    public string LooksFor => "A cue that starts only after its first slide has ended.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from heard in show.Heard
            let cue = heard.Cue
            where cue is { EachSlide: false, Start.Kind: CueStartKind.Slide }
            let first = show.Order.Of(show.Show, cue.Span!)[0]
            where heard.Place.StartFrame >= first.EndFrame
            let begins = show.Order.At(heard.Place.StartFrame)
            select new Finding(
                Name, Severity.Audible, [cue.Id], first.SlideId, $"{heard.Sound.Name} covers slides from {first.Number} but starts on {begins.Number}.",
                [
                    new Fix($"Start with slide {first.Number}", new SetDelay(cue.Id, 0)),
                    new Fix($"Shorten it to start at slide {begins.Number}", new Several(
                        [new SetSpan(cue.Id, cue.Span! with { First = begins.SlideId }), new SetDelay(cue.Id, (heard.Place.StartFrame - begins.StartFrame) / Frames.PerMs)],
                        $"{heard.Sound.Name}: from slide {begins.Number}")),
                ]);
    }
}
