using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Cues that are never heard.</summary>
public sealed class NeverBegins : ICheck
{
    /// <inheritdoc/>
    public string Name => "never-begins";

    /// <inheritdoc/>
    public string LooksFor => "A cue that would begin only when its slides are over.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var placed = show.Schedule.Cues.Concat(show.Schedule.Silent).Select(c => c.CueId).ToHashSet();
        return
            from cue in show.Show.Cues
            where cue is { Span: not null, IsNoticed: true } && !placed.Contains(cue.Id) && show.Order.Of(show.Show, cue.Span).Count > 0 && !show.Timed.Places.WaitsForHand(cue)
            let name = show.Show.CueName(cue.Id)
            select new Finding(
                Name, Gravity.Heard, [cue.Id], cue.Span!.First, $"{name} is never {(cue.Video is null ? "heard" : "seen")}: its slides are over before it would begin.",
                // What comes after it would begin too, and may be cut off.
                show.IsAwaited(cue.Id) ? [] : [new Remedy("Begin with its slide", AtOnce(cue, name), Safe: true), new Remedy("Park it", new SetSpan(cue.Id, null))]);
    }

    private static Several AtOnce(Cue cue, string name) =>
        new([new SetStart(cue.Id, CueStart.WithSlide), new SetDelay(cue.Id, 0), new SetStop(cue.Id, CueStop.Span)], $"{name}: begins with its slide");
}
