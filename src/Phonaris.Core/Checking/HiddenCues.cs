using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Cues on hidden slides.</summary>
public sealed class HiddenCues : ICheck
{
    /// <inheritdoc/>
    public string Name => "hidden-cue";

    /// <inheritdoc/>
    public string LooksFor => "A cue on hidden slides only.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from cue in show.Show.Cues
            where cue is { Span: not null, IsNoticed: true } && show.Order.Of(show.Show, cue.Span).Count == 0
            select new Finding(
                Name, Severity.Minor, [cue.Id], cue.Span!.First, $"{show.Show.CueName(cue.Id)} is on hidden slides only, so it is not {(cue.Video is null ? "heard" : "shown")}.",
                // Without it, the cue that follows it would begin.
                show.IsAwaited(cue.Id) ? [] : [show.Remove(cue)]);
    }
}
