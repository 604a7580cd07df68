using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>A stretch in which a cue plays, in milliseconds of the show.</summary>
internal sealed record Sounded(string CueId, long FromMs, long ToMs)
{
    public override string ToString() => $"{CueId} {FromMs}-{ToMs}";
}

/// <summary>A plan carried out by a presenter who advances exactly as planned, and the schedule beside it.</summary>
internal static class OnTheClock
{
    /// <summary>The schedule merges beds up to 50 ms apart, because it knows them in advance; and frames are rounded to milliseconds here.</summary>
    public const long SlackMs = 53;

    /// <summary>The number of made-up shows.</summary>
    public const int Shows = 10_000;

    /// <summary>Recipes without any music: of the requested length, and failing for some lengths like real ones.</summary>
    public static Fitted Fit(Sound sound, Cue cue, long length)
    {
        var used = cue.OutFrame - cue.InFrame;
        var (cut, sounds, ends) = cue.Fit!.Method switch
        {
            FitMethod.Recut or FitMethod.Loop => (new Cut([new(cue.InFrame, length, 0)]), length, cue.Fit.Method == FitMethod.Recut),
            FitMethod.Shorten when length < used => (new Cut([new(cue.InFrame, length * 9 / 10 + 1, 0)]), length * 9 / 10 + 1, false),
            FitMethod.Stretch when length > used / 2 && length < used * 2 => (null, length, true),
            FitMethod.Silence when length >= used => (null, used, true),
            _ => throw new RuleException("Not so long."),
        };
        return new(cue.Fit.Method, length, cut, cue.Fit.Method == FitMethod.Stretch ? (double)used / length : 1, [], sounds, ends, 0, "");
    }

    /// <summary>A show in one line, for failure messages.</summary>
    public static string TextOf(Show show) => string.Join("; ", show.Slides.Select(s => $"{s.Id} {(s.Hidden ? "hidden" : s.HoldMs)}")) + " | " + string.Join("; ", show.Cues.Select(c =>
        $"{c.Id} {show.Sound(c.SoundId).Kind} {c.Span!.First}-{c.Span.Last} {c.Start.Kind} {c.Start.StepId}{c.Start.CueId}+{c.DelayMs} to {c.Stop} {c.StopStepId}+{c.StopOffsetMs}"
        + $" {(c.OutFrame - c.InFrame) / Frames.PerMs} ms, {c.Rounds} rounds, x{c.Speed:0.##}{(c.EachSlide ? ", each" : "")}{(c.Muted ? ", muted" : "")} {c.Fit?.Method}"));

    /// <summary>What plays by the schedule: a bed that is crossfaded counts up to the start of the next.</summary>
    public static List<Sounded> Planned(Show show)
    {
        var schedule = Schedule.Of(show, new(Fit));
        // A muted video still plays.
        List<ScheduledCue> cues = [.. schedule.Cues, .. schedule.ByThemselves.Except(schedule.Cues).Where(c => show.Cue(c.CueId).Video is not null)];
        return [.. cues.Select(c => new Sounded(
            c.CueId, c.StartFrame / Frames.PerMs,
            Math.Min(c.EndFrame, cues.Where(o => o.CrossfadesFrom == c.CueId && o.StartFrame > c.StartFrame).Select(o => o.StartFrame).DefaultIfEmpty(long.MaxValue).Min()) / Frames.PerMs))];
    }

    /// <summary>What plays live.</summary>
    public static List<Sounded> Run(LivePlan plan)
    {
        var (run, sounded, sounding, due) = (new LiveRun(plan), new List<Sounded>(), new Dictionary<string, (long At, long From)>(), new List<(string CueId, long At)>());
        var cues = plan.Cues.ToDictionary(c => c.Id);
        foreach (var (place, index) in plan.Places.Select((p, i) => (p, i)))
        {
            Until(place.AtMs);
            Take(new(LiveEventKind.GoTo, place.AtMs) { Place = index });
        }
        Until(plan.Places.Sum(p => p.StayMs));
        sounded.AddRange(sounding.Select(s => new Sounded(cues[s.Key].CueId, s.Value.At, long.MaxValue)));
        return sounded;

        // What ends or is due by itself, in order.
        void Until(long ms)
        {
            while (Next() is { } next && next.AtMs <= ms) Take(next);
        }

        LiveEvent? Next() => sounding
            .Where(s => cues[s.Key].LengthMs is not null)
            .Select(s => new LiveEvent(LiveEventKind.Ended, s.Value.At - s.Value.From + cues[s.Key].LengthMs!.Value) { CueId = s.Key })
            .Concat(due.Select(d => new LiveEvent(LiveEventKind.Due, d.At) { CueId = d.CueId }))
            .OrderBy(e => e.AtMs).FirstOrDefault();

        void Take(LiveEvent happened)
        {
            due.Remove((happened.CueId, happened.AtMs));
            foreach (var order in run.Take(happened))
            {
                if (order.Kind == LiveOrderKind.Wait) due.Add((order.CueId, happened.AtMs + order.InMs));
                else if (order.Kind == LiveOrderKind.Start) sounding[order.CueId] = (happened.AtMs, order.FromMs);
                else if (sounding.Remove(order.CueId, out var since)) sounded.Add(new(cues[order.CueId].CueId, since.At, happened.AtMs));
            }
        }
    }
}
