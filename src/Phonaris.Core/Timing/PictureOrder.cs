using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>
/// The running order counted in picture frames of a film. A boundary is rounded once, from its absolute audio frame, so the film's
/// length is the running time within half a picture however many slides there are.
/// </summary>
/// <param name="Fps">Picture frames a second.</param>
/// <param name="Slides">The slides that are not hidden, in order.</param>
/// <param name="Shots">What is to be seen: a slide, or what a step makes of it.</param>
public sealed record PictureOrder(int Fps, ValueList<PictureTime> Slides, ValueList<Shot> Shots)
{
    /// <summary>The film's length in picture frames.</summary>
    public long Total => Slides.Count == 0 ? 0 : Slides[^1].End;

    /// <summary>The picture order of some slides of a show.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slides">Slides next to each other in the running order; the film begins with the first.</param>
    /// <param name="fps">Picture frames a second, 1 to 120.</param>
    public static PictureOrder Of(Show show, IReadOnlyList<SlideTime> slides, int fps)
    {
        ArgumentNullException.ThrowIfNull(show);
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
            var slide = drawn.Slides[time.Index];
            var own = Pictures(slide, time)
                .Select(p => (p.Picture, From: Math.Clamp(At(p.Frame), start, end)))
                .ToList();
            for (var i = 0; i < own.Count; i++)
            {
                var to = i + 1 < own.Count ? own[i + 1].From : end;
                if (to == own[i].From) continue;
                // The first slide has nothing to come from, and a step is there at once.
                var opens = shots.Count > 0 && own[i].From == start && slide.Transition.Kind == TransitionKind.Dissolve;
                var dissolve = opens ? Math.Min(Frames.ToPictures(Frames.FromMs(slide.Transition.Ms), fps), to - start) : 0;
                shots.Add(new(own[i].Picture, own[i].From, dissolve, to));
            }
        }
        return new(fps, [.. order], [.. shots]);

        long At(long frame) => Frames.ToPictures(frame - slides[0].StartFrame, fps);
    }

    /// <summary>What a slide looks like, and from which frame on.</summary>
    private static IEnumerable<(PictureSource Picture, long Frame)> Pictures(Slide slide, SlideTime time)
    {
        yield return (slide.Steps[0].Picture ?? slide.Picture, time.StartFrame);
        for (var k = 1; k < slide.Steps.Count; k++)
            if (slide.Steps[k].Picture is { } picture) yield return (picture, time.StepFrames[k]);
    }
}

/// <summary>One slide in a film, in picture frames.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Start">Its first picture.</param>
/// <param name="End">The picture after its last.</param>
public sealed record PictureTime(string SlideId, long Start, long End);

/// <summary>One still in a film, in picture frames.</summary>
/// <param name="Picture">What is seen.</param>
/// <param name="Start">Its first picture.</param>
/// <param name="Dissolve">How many pictures the shot before goes over into it.</param>
/// <param name="End">The picture after its last.</param>
public sealed record Shot(PictureSource Picture, long Start, long Dissolve, long End);
