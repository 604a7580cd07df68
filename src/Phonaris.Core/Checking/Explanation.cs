using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>What plays on a slide and why, or why it is silent, each with the one change that would alter it.</summary>
public sealed class Explanation
{
    private readonly Show _show;
    private readonly RunningOrder _order;
    private readonly Schedule _schedule;
    private readonly Slide _slide;
    private readonly SlideTime _time;
    private readonly IReadOnlyList<CoveredCue> _covering;

    private Explanation(TimedShow show, IReadOnlyList<CoveredCue> covering, SlideTime time) =>
        (_show, _order, _schedule, _slide, _time, _covering) = (show.Show, show.Order, show.Schedule, show.Show.Slides[time.Index], time, covering);

    /// <summary>Explains a slide.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slideId">The slide.</param>
    /// <exception cref="RuleException">It is not in the show.</exception>
    public static ValueList<Explained> Of(TimedShow show, string slideId)
    {
        ArgumentNullException.ThrowIfNull(show);
        var slide = show.Show.Slide(slideId);
        return show.Order.Slides.FirstOrDefault(s => s.SlideId == slideId) is { } time
            ? new Explanation(show, CoveringCues(show.Show), time).All()
            : [new(null, false, "This slide is hidden, so nothing plays on it.", new("Show the slide", new SetHidden([new(slide.Id, false)])))];
    }

    /// <summary>The shown slides on which nothing is planned to play, with what plays before and after, as text.</summary>
    /// <param name="show">The show.</param>
    public static IEnumerable<(string SlideId, string Around)> PlannedSilences(TimedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return from time in show.Order.Slides
               let slide = new Explanation(show, [], time)
               where !slide._schedule.Cues.Any(slide.Here)
               select (time.SlideId, slide.AroundSilence());
    }

    /// <summary>The cues that cover slides.</summary>
    private static List<CoveredCue> CoveringCues(Show show) =>
        [.. from cue in show.Cues where cue.Span is not null let span = show.Indices(cue.Span!) select new CoveredCue(cue, span.First, span.Last)];

    private ValueList<Explained> All()
    {
        var sounding = _schedule.Cues.Where(Here).Select(Sounding).ToList();
        var silent = _covering
            .Where(l => l.First <= _time.Index && _time.Index <= l.Last && !_schedule.Cues.Any(s => s.CueId == l.Cue.Id && Here(s)))
            .Select(l => Silent(l.Cue))
            .ToList();
        return sounding.Count > 0 ? [.. sounding, .. silent] : [Silence(), .. silent];
    }

    private bool Here(ScheduledCue cue) => cue.StartFrame < _time.EndFrame && cue.EndFrame > _time.StartFrame;

    private Explained Sounding(ScheduledCue scheduled)
    {
        var cue = _show.Cue(scheduled.CueId);
        return new(cue.Id, true, $"{Name(cue)} {Beginning(cue, scheduled)} and {Ending(cue, scheduled)}.", new("Mute it", new SetMuted(cue.Id, true)));
    }

    private string Beginning(Cue cue, ScheduledCue scheduled)
    {
        var delay = cue.DelayMs > 0 ? Wording.Seconds(cue.DelayMs) : null;
        if (scheduled.StartFrame < _time.StartFrame) return $"started on slide {NumberAt(scheduled.StartFrame)}";
        if (scheduled.CrossfadesFrom is { } before) return $"follows {Name(_show.Cue(before))} with a crossfade";
        return cue.Start.Kind switch
        {
            CueStartKind.Step => delay is null ? "starts here at a step" : $"starts here {delay} after a step",
            CueStartKind.After => $"starts here {(delay is null ? "" : $"{delay} ")}after {Name(_show.Cue(cue.Start.CueId!))}",
            CueStartKind.End when cue.Fit is null => "starts here to end with its slides",
            _ => delay is null ? "starts with this slide" : $"starts {delay} into this slide",
        };
    }

    private string Ending(Cue cue, ScheduledCue scheduled)
    {
        var where = scheduled.EndFrame > _time.EndFrame ? $"on slide {NumberAt(scheduled.EndFrame - 1)}" : "here";
        if (TakenOver(scheduled) is { } by) return $"crossfades to {Name(by)} {where}";
        if (scheduled.NaturalFrames <= scheduled.LengthFrames) return $"plays to its end {where}";
        if (cue.EachSlide) return "ends with this slide";
        return cue.Stop switch
        {
            CueStop.Step => $"ends at a step {where}",
            CueStop.Show or CueStop.Finished => "plays to the end of the show",
            _ => scheduled.EndFrame >= _time.EndFrame && where == "here" ? "ends with this slide" : $"ends with slide {NumberAt(scheduled.EndFrame - 1)}",
        };
    }

    private Explained Silent(Cue cue)
    {
        var name = Name(cue);
        if (cue.Muted) return Is(cue.Video is null ? $"{name} is muted." : $"{name} is muted: its picture is shown without sound.", "Unmute", new SetMuted(cue.Id, false));
        if (_schedule.Silent.Any(c => c.CueId == cue.Id && c.ByHand)) return Is($"{name} is triggered manually.", "Start with its slide", new SetStart(cue.Id, CueStart.WithSlide));
        if (_schedule.Silent.FirstOrDefault(c => c.CueId == cue.Id && Here(c))?.ReplacedBy is { } other)
            return Is($"{name} does not play: {Name(_show.Cue(other))} starts at the same time.", $"Mute {Name(_show.Cue(other))}", new SetMuted(other, true));
        var last = _schedule.Cues.LastOrDefault(c => c.CueId == cue.Id && c.EndFrame <= _time.StartFrame);
        if (last is null && cue is { Start.Kind: CueStartKind.End, Fit: null })
            return Is($"{name} starts later to end with its slides.", "Start with its slides", new SetStart(cue.Id, CueStart.WithSlide));
        if (last is null)
            return Is($"{name} would start after this slide ends.", "Start without delay", new Several([new SetDelay(cue.Id, 0), new SetStart(cue.Id, CueStart.WithSlide)], $"{name}: starts with its slide"));
        if (TakenOver(last) is { } by)
            return Is($"{name} was replaced by {Name(by)} on slide {NumberAt(by, last)}.", "Start it again here", Again(cue));
        return last.NaturalFrames <= last.LengthFrames
            ? Is($"{name} ended on slide {NumberAt(last.EndFrame - 1)} because it is shorter than its span.", "Loop until its slides end", new SetRounds(cue.Id, Cue.FillSpan))
            : Is($"{name} was set to end on slide {NumberAt(last.EndFrame - 1)}.", "End with its slides", new SetStop(cue.Id, CueStop.Span));

        Explained Is(string sentence, string words, Edit edit) => new(cue.Id, false, sentence, new(words, edit));
    }

    private string AroundSilence()
    {
        var before = _schedule.Cues.Where(c => c.EndFrame <= _time.StartFrame).MaxBy(c => c.EndFrame);
        var after = _schedule.Cues.Where(c => c.StartFrame >= _time.EndFrame).MinBy(c => c.StartFrame);
        var byHand = _schedule.AudibleManually.Where(c => c.StartFrame >= _time.EndFrame).MinBy(c => c.StartFrame);
        var ended = before is null ? "nothing plays before" : $"{Name(_show.Cue(before.CueId))} ended on slide {NumberAt(before.EndFrame - 1)}";
        var next = after is null && byHand is null ? "nothing plays after"
            : after is null || byHand?.StartFrame < after.StartFrame ? $"the next sound is triggered manually on slide {NumberAt(byHand!.StartFrame)}"
            : $"the next sound, {Name(_show.Cue(after.CueId))}, starts on slide {NumberAt(after.StartFrame)}";
        return $"{ended}; {next}.";
    }

    private Explained Silence()
    {
        // A voice or a spot is over when it has been heard, however many slides it covers; only a bed can go on.
        var bed = _schedule.Cues.Where(c => c.EndFrame <= _time.StartFrame && IsBed(c)).MaxBy(c => c.EndFrame);
        var cue = bed is null || TakenOver(bed) is not null ? null : _show.Cue(bed.CueId);
        var fix = cue is { Span: not null, EachSlide: false, Fit: null, Start.Kind: CueStartKind.Slide or CueStartKind.Step }
            ? SilentParts.GoOn(_show, cue, $"Extend {Name(cue)} through this slide", _time)
            : null;
        return new(null, false, $"Silence: {AroundSilence()}", fix);
    }

    private PlaceCue Again(Cue cue) =>
        new(cue with { Id = NewCueId(cue.Id), Span = cue.Span! with { First = _slide.Id }, Start = CueStart.WithSlide, DelayMs = 0 }, int.MaxValue);

    /// <summary>A new cue id made from the id of the cue it repeats; ids made from such ids do not grow.</summary>
    private string NewCueId(string cueId)
    {
        var stem = ShortKey.Of(cueId.Split(AgainMark)[0]);
        return Enumerable.Range(1, _show.Cues.Count + 1).Select(n => $"{stem}{AgainMark}{n}").First(id => _show.FindCue(id) is null);
    }

    private const string AgainMark = "-again-";

    private bool IsBed(ScheduledCue cue) => _show.Sound(cue.SoundId).Kind == SoundKind.Bed;

    private Cue? TakenOver(ScheduledCue scheduled) =>
        _schedule.Cues.FirstOrDefault(c => c.CrossfadesFrom == scheduled.CueId && c.StartFrame < scheduled.EndFrame && c.EndFrame >= scheduled.EndFrame) is { } by ? _show.Cue(by.CueId) : null;

    private int NumberAt(Cue by, ScheduledCue given) =>
        NumberAt(_schedule.Cues.First(c => c.CueId == by.Id && c.CrossfadesFrom == given.CueId).StartFrame);

    private int NumberAt(long frame) => _order.At(frame).Number;

    private string Name(Cue cue) => _show.Sound(cue.SoundId).Name;

    /// <summary>A cue with the indices of its first and last slide.</summary>
    private sealed record CoveredCue(Cue Cue, int First, int Last);
}
