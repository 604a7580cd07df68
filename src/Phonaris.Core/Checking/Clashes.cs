using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Beds that overlap: a bed replaces another whose span goes on.</summary>
public sealed class Clashes : ICheck
{
    /// <inheritdoc/>
    public string Name => "beds-together";

    /// <inheritdoc/>
    public string LooksFor => "Two beds on the same slides, or starting at the same time so that one is not heard.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var beds = show.Schedule.Cues
            .Select(c => (c.StartFrame, Cue: show.Show.Cue(c.CueId)))
            .Where(c => !c.Cue.EachSlide && show.Show.Sound(c.Cue.SoundId).Kind == SoundKind.Bed)
            .OrderBy(c => c.StartFrame)
            .ToList();
        var over = beds.SelectMany((before, i) => Later(show, before.Cue, beds.Skip(i + 1)), (before, later) => (later.StartFrame, Before: before.StartFrame, Finding: LiesOver(show, before.Cue, later.Cue, later.StartFrame)));
        var yielding = show.Schedule.Silent.Where(c => c.ReplacedBy is not null && !show.Show.Cue(c.CueId).EachSlide).Select(c => (c.StartFrame, Before: long.MaxValue, Finding: Yields(show, c)));
        return over.Concat(yielding).OrderBy(c => c.StartFrame).ThenBy(c => c.Before).Select(c => c.Finding);
    }

    /// <summary>The bed that replaces one on its slides, or none.</summary>
    private static IEnumerable<(long StartFrame, Cue Cue)> Later(CheckedShow show, Cue before, IEnumerable<(long StartFrame, Cue Cue)> later)
    {
        if (before.Stop != CueStop.Span || show.Order.Of(show.Show, before.Span!) is not [.., var last]) return [];
        // A bed that has to end there begins wherever that requires. Only the next one replaces this one, which is silent when later ones begin.
        return later.TakeWhile(l => l.StartFrame < last.EndFrame).Where(l => l.Cue is not { Start.Kind: CueStartKind.End, Fit: null }).Take(1);
    }

    private Finding LiesOver(CheckedShow show, Cue before, Cue later, long start)
    {
        var at = show.Order.At(start);
        var (name, other) = (show.Show.CueName(before.Id), show.Show.CueName(later.Id));
        var kept = show.Order.Of(show.Show, before.Span!).TakeWhile(s => s.Number < at.Number).LastOrDefault();
        var fix = kept is null
            ? new Fix($"Mute {name}", new SetMuted(before.Id, true))
            : new Fix($"End {name} with slide {kept.Number}", new SetSpan(before.Id, before.Span! with { Last = kept.SlideId }));
        return new(Name, Severity.Audible, [before.Id, later.Id], at.SlideId, $"{name} overlaps {other} on slide {at.Number}.", [fix]);
    }

    private Finding Yields(CheckedShow show, ScheduledCue yielding)
    {
        var (at, name) = (show.Order.At(yielding.StartFrame), show.Show.CueName(yielding.CueId));
        return new(
            Name, Severity.Audible, [yielding.CueId, yielding.ReplacedBy!], at.SlideId,
            $"{name} does not play: {show.Show.CueName(yielding.ReplacedBy!)} starts at the same time on slide {at.Number}.", [new Fix($"Mute {name}", new SetMuted(yielding.CueId, true))]);
    }
}
