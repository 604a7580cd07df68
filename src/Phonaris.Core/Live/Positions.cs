using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>
/// The positions a presenter can be at, in order: each slide with a number of its steps taken. Example: slides of 1, 3 and 1 steps
/// have the positions 0; 1, 2, 3; 4.
/// </summary>
internal sealed class Positions
{
    private readonly RunningOrder _order;
    private readonly List<(SlideTime Slide, int Step)> _all = [];
    private readonly List<int> _firstOf = [];

    /// <summary>The positions of a running order.</summary>
    public Positions(RunningOrder order)
    {
        _order = order;
        foreach (var slide in order.Slides)
        {
            _firstOf.Add(_all.Count);
            for (var step = 0; step < slide.StepFrames.Count; step++) _all.Add((slide, step));
        }
    }

    /// <summary>How many there are.</summary>
    public int Count => _all.Count;

    /// <summary>The position at which a slide begins.</summary>
    public int Of(SlideTime slide) => _firstOf[slide.Place];

    /// <summary>The slide of a position, the last step taken, and the planned frames from which to which it lasts.</summary>
    public (SlideTime Slide, int Step, long From, long To) At(int position)
    {
        var (slide, step) = _all[position];
        return (slide, step, slide.StepFrames[step], step + 1 < slide.StepFrames.Count ? slide.StepFrames[step + 1] : slide.EndFrame);
    }

    /// <summary>The last position planned before a frame; −1 for none.</summary>
    public int LastBefore(long frame)
    {
        if (frame <= 0) return -1;
        var slide = _order.At(frame - 1);
        return Of(slide) + slide.StepFrames.Count(at => at < frame) - 1;
    }
}
