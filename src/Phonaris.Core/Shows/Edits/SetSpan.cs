namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the slides a cue covers, or parks it.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Span">The new span; null parks the cue.</param>
public sealed record SetSpan(string CueId, Span? Span) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (Span is not null) Validate(show, show.Sound(show.Cue(CueId).SoundId), Span);
        return show.ChangeCue(CueId, c => c with { Span = Span }, c => new SetSpan(CueId, c.Span));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before)
    {
        var (name, was) = (before.CueName(CueId), before.Cue(CueId).Span);
        if (was is null || Span is null) return $"{name}: {Wording.Span(before, was)} → {Wording.Span(before, Span)}";
        if (was.First == Span.First) return $"{name}: last slide {Wording.Number(before, was.Last)} → {Wording.Number(before, Span.Last)}";
        if (was.Last == Span.Last) return $"{name}: first slide {Wording.Number(before, was.First)} → {Wording.Number(before, Span.First)}";
        return $"{name}: {Wording.Span(before, was)} → {Wording.Span(before, Span)}";
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/span", Edits.Touches.InOrder(CueId)];

    /// <summary>Checks that a cue can have a span.</summary>
    /// <exception cref="RuleException">It cannot.</exception>
    internal static void Validate(Show show, Sound sound, Span span)
    {
        show.Indices(span);
        if (sound.Removed) throw new RuleException($"{sound.Name} was removed from the show. Restore it first.", "span");
    }
}
