using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>
/// The running order counted in picture frames of a film. A boundary is rounded once, from its absolute audio frame, so the film's
/// length is the running time within half a picture however many slides there are.
/// </summary>
/// <param name="Fps">Picture frames a second.</param>
/// <param name="Slides">The slides that are not hidden, in order.</param>
public sealed record PictureOrder(int Fps, ValueList<PictureTime> Slides)
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
        List<PictureTime> order = [];
        foreach (var time in slides)
        {
            var start = order.Count == 0 ? 0 : order[^1].End;
            var end = Frames.ToPictures(time.EndFrame - slides[0].StartFrame, fps);
            var transition = show.Slides[time.Index].Transition;
            // The first slide has nothing to come from.
            var dissolve = order.Count == 0 || transition.Kind == TransitionKind.Cut
                ? 0
                : Math.Min(Frames.ToPictures(Frames.FromMs(transition.Ms), fps), end - start);
            order.Add(new(time.SlideId, start, dissolve, end));
        }
        return new(fps, [.. order]);
    }
}

/// <summary>One slide in a film, in picture frames.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Start">Its first picture.</param>
/// <param name="Dissolve">How many pictures the slide before goes over into it.</param>
/// <param name="End">The picture after its last.</param>
public sealed record PictureTime(string SlideId, long Start, long Dissolve, long End);
