namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets how long slides stay, or what they stay for: one, several or all.</summary>
/// <param name="Holds">The slides with their new holds.</param>
public sealed record SetHolds(ValueList<SlideHold> Holds) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        List<SlideHold> before = [];
        foreach (var (slideId, ms, staysFor) in Holds)
        {
            Validate(ms);
            var slide = show.Slide(slideId);
            before.Insert(0, new(slideId, slide.HoldMs, slide.StaysFor));
            show = show.With(slide with { HoldMs = ms, StaysFor = staysFor });
        }
        return new(show, new SetHolds([.. before]));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => Holds is [{ StaysFor: { } cueId }] && before.FindCue(cueId) is not null
        ? $"“{before.Slide(Holds[0].SlideId).Title}” stays as long as {before.CueName(cueId)}"
        : Holds.Count == 1
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

/// <summary>A slide and its hold.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="HoldMs">How long it stays, in milliseconds.</param>
/// <param name="StaysFor">The cue on it that it stays as long as, by which its hold is set with every edit; null for none.</param>
public sealed record SlideHold(string SlideId, long HoldMs, string? StaysFor = null);
