using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Exports.Presentations;

/// <summary>The sounds of a self-running presentation file: each cue exactly as in the film, starting on its slide, and videos within the limits of the format.</summary>
internal static class ClockSounds
{
    /// <summary>The sounds of a show, and what is lost.</summary>
    public static (IReadOnlyList<SoundOnSlides> Sounds, IReadOnlyList<string> Lost) Of(Export export)
    {
        var (timed, start, end) = (export.Timed, export.StartFrame, export.EndFrame);
        var (show, schedule, order) = (timed.Show, timed.Schedule, timed.Order);
        List<string> lost =
        [
            .. schedule.AudibleManually.Where(c => show.Cue(c.CueId).Video is null && c.StartFrame < end && c.EndFrame > start).Select(c => show.Sound(c.SoundId).Name).Distinct()
                .Select(name => $"{name} is triggered manually, so it is not in a self-running file."),
            .. show.Loops() ? [] : export.WaitingLoops.Select(s => $"The waiting loop “{s.Name}” plays once."),
        ];
        var dissolves = export.Slides.Skip(1).Sum(s => show.Slides[s.Index].Transition.Ms);
        if (dissolves > 0) lost.Add($"In programs that start a slide's time after its dissolve, the show takes up to {Wording.Seconds(dissolves)} longer. Sounds still start with their slides.");
        // A muted video is visible, and a manual one waits for a click.
        return ([.. schedule.Cues.Concat(schedule.Silent.Where(c => show.Cue(c.CueId).Video is not null)).Where(c => c.StartFrame < end && c.EndFrame > start).Select(Placed)], lost);

        SoundOnSlides Placed(ScheduledCue cue)
        {
            var (from, to) = (Math.Max(start, cue.StartFrame), Math.Min(end, cue.EndFrame));
            var (first, last) = (order.At(from), order.At(to - 1));
            if (show.Cue(cue.CueId) is { Video: not null } video)
                return new(show.Sound(cue.SoundId), new(0, [], [], []), 0, 0, first.Index, last.Index, cue.ByHand ? null : 0, (from - first.StartFrame) / Frames.PerMs, Loops: false, null) { Video = video };
            // A crossfade needs both of its sounds.
            var before = schedule.Cues.Where(c => c.CueId == cue.CrossfadesFrom && c.StartFrame < cue.StartFrame).OrderBy(c => c.StartFrame).TakeLast(1).Select(c => c with { CrossfadesFrom = null });
            var after = schedule.Cues.Where(c => c.CrossfadesFrom == cue.CueId && c.StartFrame > cue.StartFrame).OrderBy(c => c.StartFrame).Take(1).Select(c => c with { CrossfadesFrom = SoundOnSlides.Name });
            return new(
                show.Sound(cue.SoundId), new(to - cue.StartFrame, [.. before.Append(cue with { CueId = SoundOnSlides.Name }).Concat(after).Select(c => Moved(c, cue.StartFrame))], [], []),
                from - cue.StartFrame, to - cue.StartFrame, first.Index, last.Index, 0, (from - first.StartFrame) / Frames.PerMs, Loops: false, null);
        }
    }

    private static ScheduledCue Moved(ScheduledCue cue, long by) => cue with { StartFrame = cue.StartFrame - by, EndFrame = cue.EndFrame - by, StopFrame = null };
}
