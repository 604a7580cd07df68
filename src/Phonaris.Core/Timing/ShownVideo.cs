using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>A video on the slides it lies on, and what is seen of it when. Frames are at 48 kHz, counted from the show's beginning.</summary>
/// <param name="CueId">Its cue.</param>
/// <param name="Media">The content hash of its file.</param>
/// <param name="Figures">What is known of its pictures.</param>
/// <param name="Place">Where it lies, and how it is seen.</param>
/// <param name="Box">Where its pictures come to lie on the first of its slides, in shares of that.</param>
/// <param name="FromFrame">Where the first of its slides comes.</param>
/// <param name="ToFrame">Where the last of them goes.</param>
/// <param name="StartFrame">Where it begins to move; <paramref name="ToFrame"/> where it does not.</param>
/// <param name="Runs">The stretches in which it moves, counted from there, in order and without gaps.</param>
/// <param name="FirstFileFrame">The frame of the file whose picture stands before it moves.</param>
/// <param name="LastFileFrame">The frame of the file whose picture is its last.</param>
public sealed record ShownVideo(
    string CueId, string Media, VideoFigures Figures, VideoPlace Place, VideoBox Box, long FromFrame, long ToFrame, long StartFrame, ValueList<VideoRun> Runs,
    long FirstFileFrame, long LastFileFrame)
{
    /// <summary>The frame after the last in which it moves.</summary>
    public long EndFrame => Runs.Count == 0 ? StartFrame : Math.Min(ToFrame, StartFrame + Runs[^1].ToFrame);

    /// <summary>The videos of a show in the order they lie over each other, those that wait for a hand as they wait.</summary>
    /// <param name="show">The show.</param>
    public static ValueList<ShownVideo> OfAll(TimedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var places = show.Schedule.ByThemselves.ToLookup(c => c.CueId);
        return [.. from cue in show.Show.Cues
                   where cue is { Video: not null, Span: not null }
                   from slides in StretchesOf(show, cue)
                   select Of(show.Show, cue, slides, places[cue.Id])];
    }

    /// <summary>What is seen of it at a frame; null for nothing.</summary>
    public SeenVideo? At(long frame)
    {
        if (frame < FromFrame || frame >= ToFrame) return null;
        if (Runs.Count == 0 || frame < StartFrame) return Place.HiddenBefore ? null : Still(FirstFileFrame);
        var at = frame - StartFrame;
        if (at >= Runs[^1].ToFrame)
            return Place.AtEnd switch { VideoEnd.KeepsLast => Still(LastFileFrame), VideoEnd.BackToFirst => Still(FirstFileFrame), _ => null };
        var run = RunAt(at);
        return new(Media, Figures, Place, run.FileFrameAt(at), run.Speed);
    }

    /// <summary>The frames at which what is seen of it becomes otherwise than by going on.</summary>
    public IEnumerable<long> Changes()
    {
        yield return FromFrame;
        foreach (var run in Runs)
            if (StartFrame + run.FromFrame < ToFrame) yield return StartFrame + run.FromFrame;
        if (Runs.Count > 0) yield return EndFrame;
        yield return ToFrame;
    }

    private VideoRun RunAt(long at)
    {
        var (low, high) = (0, Runs.Count - 1);
        while (low < high)
        {
            var middle = (low + high + 1) / 2;
            if (Runs[middle].FromFrame <= at) low = middle;
            else high = middle - 1;
        }
        return Runs[low];
    }

    private SeenVideo Still(long fileFrame) => new(Media, Figures, Place, fileFrame, 0);

    private static IEnumerable<IReadOnlyList<SlideTime>> StretchesOf(TimedShow show, Cue cue)
    {
        var covered = show.Order.Of(show.Show, cue.Span!);
        return cue.EachSlide ? covered.Select(s => (IReadOnlyList<SlideTime>)[s]) : covered.Count > 0 ? [covered] : [];
    }

    private static ShownVideo Of(Show show, Cue cue, IReadOnlyList<SlideTime> slides, IEnumerable<ScheduledCue> places)
    {
        var (from, to) = (slides[0].StartFrame, slides[^1].EndFrame);
        var sound = show.Sound(cue.SoundId);
        var place = places.FirstOrDefault(p => p.StartFrame < to && p.EndFrame > from);
        var box = cue.Video!.BoxOn(sound.Video!, show.Slides[slides[0].Index].Picture);
        // The picture at the very end of the part is the one before it.
        var last = Math.Max(cue.InFrame, cue.OutFrame - 1);
        return place is null
            ? new(cue.Id, sound.Media, sound.Video!, cue.Video!, box, from, to, to, [], cue.InFrame, last)
            : new(cue.Id, sound.Media, sound.Video!, cue.Video!, box, from, to, place.StartFrame, [.. VideoRun.Of(place)], cue.InFrame, LastOf(place));
    }

    private static long LastOf(ScheduledCue place)
    {
        var run = VideoRun.Of(place).Last();
        return Math.Max(run.FileFrame, run.FileFrameAt(run.ToFrame) - 1);
    }
}
