namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets how long slides stay: one, several or all.</summary>
/// <param name="Holds">The slides with their new holds.</param>
public sealed record SetHolds(ValueList<SlideHold> Holds) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        List<SlideHold> before = [];
        foreach (var (slideId, ms) in Holds)
        {
            Validate(ms);
            var slide = show.Slide(slideId);
            before.Insert(0, new(slideId, slide.HoldMs));
            show = show.With(slide with { HoldMs = ms });
        }
        return new(show, new SetHolds([.. before]));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => Holds.Count == 1
        ? $"“{before.Slide(Holds[0].SlideId).Title}”: hold {Say.Seconds(before.Slide(Holds[0].SlideId).HoldMs)} → {Say.Seconds(Holds[0].HoldMs)}"
        : $"Hold of {Holds.Count} slides changed";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => Holds.Select(h => $"slide:{h.SlideId}/hold");

    /// <summary>Checks that a hold is within bounds.</summary>
    /// <exception cref="RuleException">It is not.</exception>
    public static void Validate(long ms)
    {
        if (ms is < Slide.LeastHoldMs or > Slide.GreatestHoldMs)
            throw new RuleException("A hold lasts from 0.1 s to four hours.", "hold");
    }
}

/// <summary>A slide and its hold in milliseconds.</summary>
public sealed record SlideHold(string SlideId, long HoldMs);
