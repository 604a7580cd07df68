using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Manual cues in a self-running show.</summary>
public sealed class ManualCues : ICheck
{
    /// <inheritdoc/>
    public string Name => "waits-for-hand";

    /// <inheritdoc/>
    public string LooksFor => "A manual cue in a self-running show.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (!show.Show.Showing.ByItself) return [];
        return
            from cue in show.Show.Cues
            where cue is { Span: not null, IsNoticed: true, Start.Kind: CueStartKind.Hand } && show.Order.Of(show.Show, cue.Span).Count > 0
            let name = show.Show.CueName(cue.Id)
            select new Finding(
                Name, Severity.Blocker, [cue.Id], cue.Span!.First, $"{name} on slide {Wording.Number(show.Show, cue.Span!.First)} is triggered manually, but the show is self-running.",
                [
                    new Fix("Start with its slide", new SetStart(cue.Id, CueStart.WithSlide), Safe: true),
                    // A video is found even when it is muted.
                    .. cue.Video is null ? (Fix[])[new("Mute it", new SetMuted(cue.Id, true))] : [],
                ]);
    }
}
