using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Cues that are never heard.</summary>
public sealed class NeverBegins : ICheck
{
    /// <inheritdoc/>
    public string Name => "never-begins";

    /// <inheritdoc/>
    public string LooksFor => "A cue that would start only after its slides have ended.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var placed = show.Schedule.Cues.Concat(show.Schedule.Silent).Select(c => c.CueId).ToHashSet();
        return
            from cue in show.Show.Cues
            where cue is { Span: not null, IsNoticed: true } && !placed.Contains(cue.Id) && show.Order.Of(show.Show, cue.Span).Count > 0 && !show.Timed.Places.IsManual(cue)
            let name = show.Show.CueName(cue.Id)
            select new Finding(
                Name, Severity.Audible, [cue.Id], cue.Span!.First, $"{name} never plays: it would start after its slides have ended.",
                Fixes(show.Show, cue, name));
    }

    /// <summary>Cues that follow a cue without a time have none either, and a cue set to begin after it could be cut off.</summary>
    private static ValueList<Fix> Fixes(Show show, Cue cue, string name)
    {
        List<Cue> waiting = [.. Waiting(show, cue.Id)];
        return waiting.Count == 0
            ? [new("Start with its slide", new Several([.. WithSlide(cue)], $"{name}: starts with its slide"), Safe: true), new("Park it", new SetSpan(cue.Id, null))]
            : [new($"Start {waiting.Count + 1} cues with their slides", new Several([.. waiting.Prepend(cue).SelectMany(WithSlide)], $"{waiting.Count + 1} cues start with their slides"), Safe: true)];
    }

    /// <summary>The cues that follow a cue, and those that follow them.</summary>
    private static IEnumerable<Cue> Waiting(Show show, string cueId) =>
        show.Cues.Where(c => c is { Span: not null } && c.Start.CueId == cueId).SelectMany(c => Waiting(show, c.Id).Prepend(c));

    private static IEnumerable<Edit> WithSlide(Cue cue) => [new SetStart(cue.Id, CueStart.WithSlide), new SetDelay(cue.Id, 0), new SetStop(cue.Id, CueStop.Span)];
}
