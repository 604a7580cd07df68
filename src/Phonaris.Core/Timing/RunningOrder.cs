using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>
/// When each slide is there: the slides that are not hidden, in order, each from where the one before it ended. A millisecond is
/// 48 frames exactly, so the sums are exact and an hour-long show drifts by nothing.
/// </summary>
public sealed record RunningOrder(ValueList<SlideTime> Slides)
{
    /// <summary>The running time in frames at 48 kHz.</summary>
    public long TotalFrames => Slides.Count == 0 ? 0 : Slides[^1].EndFrame;

    /// <summary>The running order of a show.</summary>
    public static RunningOrder Of(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        List<SlideTime> times = [];
        long at = 0;
        for (var i = 0; i < show.Slides.Count; i++)
        {
            if (show.Slides[i].Hidden) continue;
            var end = at + Frames.FromMs(show.Slides[i].HoldMs);
            times.Add(new(show.Slides[i].Id, i, times.Count + 1, at, end));
            at = end;
        }
        return new([.. times]);
    }

    /// <summary>The frames a span covers, or null when all its slides are hidden.</summary>
    /// <exception cref="RuleException">The span does not fit the show.</exception>
    public (long Start, long End)? Of(Show show, Span span)
    {
        var (first, last) = show.Indices(span);
        var covered = Slides.Where(s => s.Index >= first && s.Index <= last).ToList();
        return covered.Count == 0 ? null : (covered[0].StartFrame, covered[^1].EndFrame);
    }
}

/// <summary>One slide's place in the running order.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Index">Its position among all slides, from 0.</param>
/// <param name="Number">Its number as people count, from 1, hidden slides left out.</param>
/// <param name="StartFrame">Its first frame at 48 kHz.</param>
/// <param name="EndFrame">The frame after its last.</param>
public sealed record SlideTime(string SlideId, int Index, int Number, long StartFrame, long EndFrame);
