using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Cues that begin behind their slide.</summary>
public sealed class LateBeginnings : ICheck
{
    /// <inheritdoc/>
    public string Name => "late-beginning";

    /// <inheritdoc/>
    public string LooksFor => "A cue that begins only after its first slide is over.";

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
                Name, Gravity.Heard, [cue.Id], first.SlideId, $"{heard.Sound.Name} lies from slide {first.Number} on, but begins only on slide {begins.Number}.",
                [
                    new Remedy($"Begin with slide {first.Number}", new SetDelay(cue.Id, 0)),
                    new Remedy($"Lay it from slide {begins.Number} on", new Several(
                        [new SetSpan(cue.Id, cue.Span! with { First = begins.SlideId }), new SetDelay(cue.Id, (heard.Place.StartFrame - begins.StartFrame) / Frames.PerMs)],
                        $"{heard.Sound.Name}: lies from slide {begins.Number} on")),
                ]);
    }
}
