using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>A video on its slides, and what is seen of it when. Frames are at 48 kHz, counted from the show's beginning.</summary>
/// <param name="CueId">Its cue.</param>
/// <param name="Media">The content hash of its file.</param>
/// <param name="Figures">Its properties.</param>
/// <param name="Place">Its position and appearance.</param>
/// <param name="Box">Where it is drawn on the first of its slides, as fractions of the slide.</param>
/// <param name="FromFrame">The beginning of the first of its slides.</param>
/// <param name="ToFrame">The end of the last of its slides.</param>
/// <param name="Runs">The stretches in which it is seen, in order: playing evenly or still.</param>
public sealed record ShownVideo(string CueId, string Media, VideoFigures Figures, VideoPlace Place, VideoBox Box, long FromFrame, long ToFrame, ValueList<VideoRun> Runs)
{
    /// <summary>The videos of a show by layer; manual ones as they look before they are triggered.</summary>
    /// <param name="show">The show.</param>
    public static ValueList<ShownVideo> OfAll(TimedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var places = show.Schedule.ByThemselves.ToLookup(c => c.CueId);
        return [.. from cue in show.Show.Cues
                   where cue is { Video: not null, Span: not null }
                   from slides in show.Order.StretchesOf(show.Show, cue)
                   select Of(show.Show, cue, slides, places[cue.Id])];
    }

    /// <summary>What is seen of it at a frame; null for nothing.</summary>
    public SeenVideo? At(long frame)
    {
        var (low, high) = (-1, Runs.Count - 1);
        while (low < high)
        {
            var middle = (low + high + 1) / 2;
            if (Runs[middle].FromFrame <= frame) low = middle;
            else high = middle - 1;
        }
        return low >= 0 && frame < Runs[low].ToFrame ? new(Media, Figures, Place, Runs[low].FileFrameAt(frame), Runs[low].Speed) : null;
    }

    /// <summary>The frames at which its picture changes other than by playing on.</summary>
    public IEnumerable<long> Changes() => Runs.SelectMany(r => new[] { r.FromFrame, r.ToFrame });

    private static ShownVideo Of(Show show, Cue cue, IReadOnlyList<SlideTime> slides, IEnumerable<ScheduledCue> places)
    {
        var (from, to) = (slides[0].StartFrame, slides[^1].EndFrame);
        var (sound, place) = (show.Sound(cue.SoundId), cue.Video!);
        var plays = places.FirstOrDefault(p => p.StartFrame < to && p.EndFrame > from);
        return new(cue.Id, sound.Media, sound.Video!, place, place.BoxOn(sound.Video!, show.Slides[slides[0].Index].Picture), from, to, [.. RunsOf(cue, place, plays, from, to)]);
    }

    private static IEnumerable<VideoRun> RunsOf(Cue cue, VideoPlace place, ScheduledCue? plays, long from, long to)
    {
        var start = plays is null ? to : Math.Max(from, plays.StartFrame);
        if (start > from && !place.HiddenBefore) yield return Still(from, start, cue.InFrame);
        if (plays is null) yield break;
        var (end, last) = (start, cue.InFrame);
        foreach (var run in VideoRun.Of(plays))
        {
            var moved = run with { FromFrame = plays.StartFrame + run.FromFrame, ToFrame = plays.StartFrame + run.ToFrame };
            // At its very end the picture before is shown.
            (end, last) = (moved.ToFrame, Math.Max(moved.FileFrame, moved.FileFrameAt(moved.ToFrame) - 1));
            if (moved.Within(from, to) is { } seen) yield return seen;
        }
        if (end < to && place.AtEnd != VideoEnd.Leaves) yield return Still(end, to, place.AtEnd == VideoEnd.KeepsLast ? last : cue.InFrame);

        static VideoRun Still(long from, long to, long fileFrame) => new(from, to, fileFrame, 0);
    }
}
