using Phonaris.Core.Shows;

namespace Phonaris.Core.Checking;

/// <summary>Steps too late to be seen.</summary>
public sealed class LateSteps : ICheck
{
    /// <summary>The least time to look at the last step, in milliseconds.</summary>
    private const long LeftMs = 1_000;

    /// <inheritdoc/>
    public string Name => "late-step";

    /// <inheritdoc/>
    public string LooksFor => "A step planned for after its slide has ended.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return
            from time in show.Order.Slides
            let slide = show.Show.Slides[time.Index]
            let last = slide.Steps.Max(s => s.OffsetMs ?? 0)
            where last >= slide.HoldMs
            select new Finding(
                Name, Severity.Audible, [], slide.Id, $"The last step of slide {time.Number} is planned at {Wording.Seconds(last)}, but the slide stays only {Wording.Seconds(slide.HoldMs)}.",
                [.. Longer(show, slide, last)]);
    }

    private static IEnumerable<Fix> Longer(CheckedShow show, Slide slide, long last) =>
        show.HoldLonger(slide.Id, Frames.FromMs(last - slide.HoldMs + LeftMs)) is { } longer ? [longer] : [];
}
