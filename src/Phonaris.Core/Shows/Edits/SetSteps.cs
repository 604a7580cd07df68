namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the steps of a slide: their number, names, order, times and pictures. A cue that starts with a deleted step starts with its slide.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Steps">The steps; the first is the slide itself.</param>
public sealed record SetSteps(string SlideId, ValueList<Step> Steps) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var slide = show.Slide(SlideId);
        Validate(Steps);
        return new(show.With(slide with { Steps = [.. Steps.Select(s => s with { Label = Names.Plain(s.Label) })] }), new SetSteps(SlideId, slide.Steps));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before)
    {
        var (now, then) = (before.Slide(SlideId).Steps.Count, Steps.Count);
        return $"“{before.Slide(SlideId).Title}”: {(now == then ? "steps changed" : $"{now} → {then} steps")}";
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"slide:{SlideId}/steps"];

    /// <summary>Checks steps against the rules.</summary>
    /// <exception cref="RuleException">They break one.</exception>
    internal static void Validate(ValueList<Step> steps)
    {
        if (steps.Count is < 1 or > Step.Most) throw new RuleException($"A slide must have 1 to {Step.Most} steps.", "steps");
        if (steps[0].OffsetMs != 0) throw new RuleException("The first step must be at 0 s.", "steps");
        if (steps.DistinctBy(s => s.Id).Count() != steps.Count) throw new RuleException("Two steps have the same id.", "steps");
        long before = 0;
        foreach (var offset in steps.Select(s => s.OffsetMs).OfType<long>())
        {
            if (offset < before) throw new RuleException("A step cannot be earlier than the one before it.", "steps");
            before = offset;
        }
        if (before > Slide.GreatestHoldMs) throw new RuleException("A step must be within 4 hours.", "steps");
    }
}
