using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>Where a presenter can be, by position: each slide of a running order with so many of its steps taken.</summary>
internal sealed class Places
{
    private readonly RunningOrder _order;
    private readonly List<(SlideTime Slide, int Step)> _all = [];
    private readonly List<int> _firstOf = [];

    /// <summary>The places of a running order.</summary>
    public Places(RunningOrder order)
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

    /// <summary>The place at which a slide begins.</summary>
    public int Of(SlideTime slide) => _firstOf[slide.Place];

    /// <summary>The slide of a place, the last step taken, and the frames from which to which it is planned to stay.</summary>
    public (SlideTime Slide, int Step, long From, long To) At(int place)
    {
        var (slide, step) = _all[place];
        return (slide, step, slide.StepFrames[step], step + 1 < slide.StepFrames.Count ? slide.StepFrames[step + 1] : slide.EndFrame);
    }

    /// <summary>The last place that is planned to be come to before a frame; −1 for none.</summary>
    public int LastBefore(long frame)
    {
        if (frame <= 0) return -1;
        var slide = _order.At(frame - 1);
        return Of(slide) + slide.StepFrames.Count(at => at < frame) - 1;
    }
}
