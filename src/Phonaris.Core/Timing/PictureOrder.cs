using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>
/// The running order in picture frames of a video. Each boundary is rounded once, from its absolute audio frame, so the video's
/// length is the running time within half a picture, however many slides there are.
/// </summary>
/// <param name="Fps">Pictures per second.</param>
/// <param name="Slides">The slides that are not hidden, in order.</param>
/// <param name="Shots">What is shown, in order.</param>
public sealed record PictureOrder(int Fps, ValueList<PictureTime> Slides, ValueList<Shot> Shots)
{
    /// <summary>The video's length in pictures.</summary>
    public long Total => Slides.Count == 0 ? 0 : Slides[^1].End;

    /// <summary>The picture order of some slides of a show, with the videos on them.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slides">Consecutive slides of the running order; the video begins with the first.</param>
    /// <param name="fps">Pictures per second, 1 to 120.</param>
    public static PictureOrder Of(TimedShow show, IReadOnlyList<SlideTime> slides, int fps)
    {
        ArgumentNullException.ThrowIfNull(show);
        return Of(show.Show, slides, fps, ShownVideo.OfAll(show));
    }

    /// <summary>The picture order of the slides alone, without their videos.</summary>
    /// <inheritdoc cref="Of(TimedShow, IReadOnlyList{SlideTime}, int)"/>
    public static PictureOrder OfSlides(Show show, IReadOnlyList<SlideTime> slides, int fps) => Of(show, slides, fps, []);

    private static PictureOrder Of(Show show, IReadOnlyList<SlideTime> slides, int fps, ValueList<ShownVideo> videos)
    {
        ArgumentNullException.ThrowIfNull(slides);
        ArgumentOutOfRangeException.ThrowIfLessThan(fps, 1);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(fps, 120);
        var drawn = show.WithCardsDrawn();
        List<PictureTime> order = [];
        List<Shot> shots = [];
        foreach (var time in slides)
        {
            var (start, end) = (order.Count == 0 ? 0 : order[^1].End, At(time.EndFrame));
            order.Add(new(time.SlideId, start, end));
            if (start == end) continue;
            var slide = drawn.Slides[time.Index];
            var pictures = Pictures(slide, time).Select(p => (p.Picture, From: Math.Clamp(At(p.Frame), start, end))).ToList();
            var here = videos.Where(v => v.FromFrame < time.EndFrame && v.ToFrame > time.StartFrame).ToList();
            // The first slide has nothing to dissolve from, and a step appears at once.
            var dissolves = shots.Count > 0 && slide.Transition.Kind == TransitionKind.Dissolve;
            var firstStep = pictures.Where(p => p.From > start).Select(p => p.From).DefaultIfEmpty(end).First();
            var over = dissolves ? Math.Min(Frames.ToPictures(Frames.FromMs(slide.Transition.Ms), fps), firstStep - start) : 0;
            var before = over > 0 ? shots[^1].LookAt(shots[^1].End - 1, fps).Standing() : null;
            List<long> changes = [.. pictures.Select(p => p.From).Concat(here.SelectMany(v => v.Changes()).Select(At)).Append(end).Where(at => at > start && at <= end).Distinct().Order()];
            var from = start;
            foreach (var to in changes)
            {
                var look = new Look(pictures.Last(p => p.From <= from).Picture, [.. here.Select(v => v.At(Middle(from))).OfType<SeenVideo>()]);
                var dissolve = from < start + over ? new Dissolve(before!, over, from - start) : null;
                // Equal pictures are joined into one shot.
                if (shots is [.., var last] && last.Start >= start && !look.Moves && last.Look == look) shots[^1] = last with { End = to };
                else shots.Add(new(look, from, to, dissolve));
                from = to;
            }
        }
        return new(fps, [.. order], [.. shots]);

        long At(long frame) => Frames.ToPictures(frame - slides[0].StartFrame, fps);

        // A boundary is rounded to the nearest picture, so the middle of the picture after it is never before it.
        long Middle(long picture) => slides[0].StartFrame + Frames.MiddleOf(picture, fps);
    }

    /// <summary>What is shown from a frame on.</summary>
    private static IEnumerable<(PictureSource Picture, long Frame)> Pictures(Slide slide, SlideTime time)
    {
        yield return (slide.Steps[0].Picture ?? slide.Picture, time.StartFrame);
        for (var k = 1; k < slide.Steps.Count; k++)
            if (slide.Steps[k].Picture is { } picture) yield return (picture, time.StepFrames[k]);
    }
}

/// <summary>One slide in a video, in pictures.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Start">Its first picture.</param>
/// <param name="End">The picture after its last.</param>
public sealed record PictureTime(string SlideId, long Start, long End);
