namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the holds of slides, or the media they follow.</summary>
/// <param name="Holds">The slides with their new holds.</param>
public sealed record SetHolds(ValueList<SlideHold> Holds) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        List<SlideHold> before = [];
        foreach (var (slideId, ms, staysFor, breathMs) in Holds)
        {
            Validate(ms);
            ValidateBreath(breathMs);
            var slide = show.Slide(slideId);
            before.Insert(0, new(slideId, slide.HoldMs, slide.StaysFor, slide.BreathMs));
            show = show.With(slide with { HoldMs = ms, StaysFor = staysFor, BreathMs = breathMs });
        }
        return new(show, new SetHolds([.. before]));
    }

    /// <summary>Checks the pause after the media a slide follows, in milliseconds.</summary>
    /// <exception cref="RuleException">It is too long, or negative.</exception>
    internal static void ValidateBreath(long breathMs)
    {
        if (breathMs is < 0 or > Slide.LongestBreathMs) throw new RuleException("The pause after the voice or video can be at most 1 minute.", "hold");
    }

    /// <inheritdoc/>
    public override string Sentence(Show before)
    {
        if (Holds.Count != 1) return Holds.Count > 1 && Holds.All(h => h.StaysFor is not null) ? $"Matched the holds of {Holds.Count} slides to what plays on them" : $"Changed the holds of {Holds.Count} slides";
        var (slide, (_, ms, staysFor, breathMs)) = (before.Slide(Holds[0].SlideId), Holds[0]);
        return staysFor is not null && before.FindCue(staysFor) is not null
            ? $"“{slide.Title}”: hold as long as {before.CueName(staysFor)}{(breathMs > 0 ? $" plus {Wording.Seconds(breathMs)}" : "")}"
            : $"“{slide.Title}”: hold {Wording.Seconds(slide.HoldMs)} → {Wording.Seconds(ms)}";
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => Holds.Select(h => $"slide:{h.SlideId}/hold");

    /// <summary>Checks that a hold is within its limits.</summary>
    /// <exception cref="RuleException">It is not.</exception>
    public static void Validate(long ms)
    {
        if (ms is < Slide.LeastHoldMs or > Slide.GreatestHoldMs)
            throw new RuleException("A hold must be between 0.1 s and 4 hours.", "hold");
    }
}

/// <summary>A slide and its hold.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="HoldMs">The hold in milliseconds.</param>
/// <param name="StaysFor">The cue on it that the hold follows, so that every edit updates it; null for none.</param>
/// <param name="BreathMs">The pause after that cue, in milliseconds.</param>
public sealed record SlideHold(string SlideId, long HoldMs, string? StaysFor = null, long BreathMs = 0);
