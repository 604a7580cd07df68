namespace Phonaris.Core.Shows.Edits;

/// <summary>Removes a sound from the show. Its cues are parked, so both can be restored.</summary>
/// <param name="SoundId">The sound.</param>
public sealed record RemoveSound(string SoundId) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var sound = show.Sound(SoundId);
        if (sound.Removed) throw new RuleException($"{sound.Name} is already removed.", "sound");
        if (show.Cues.Any(c => c.SoundId == SoundId))
        {
            var spans = show.Cues.Where(c => c.SoundId == SoundId && c.Span is not null).Select(c => new CueSpan(c.Id, c.Span!)).ToValueList();
            var parked = show.With(sound with { Removed = true });
            return new(
                parked with { Cues = [.. parked.Cues.Select(c => c.SoundId == SoundId ? c with { Span = null } : c)] },
                new RestoreSound(SoundId, spans));
        }
        var index = show.Sounds.IndexOf(SoundId);
        return new(show with { Sounds = show.Sounds.RemoveAt(index) }, new AddSound(sound, index));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before)
    {
        var parked = before.Cues.Count(c => c.SoundId == SoundId);
        return $"Removed {before.Sound(SoundId).Name}{(parked == 0 ? "" : parked == 1 ? " and parked its cue" : $" and parked its {parked} cues")}";
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => Edits.Touches.SoundWithCues(before, SoundId, "span");
}

/// <summary>Restores a removed sound, and its cues on their slides.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="Spans">The cues to place again, with their spans.</param>
public sealed record RestoreSound(string SoundId, ValueList<CueSpan> Spans) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var sound = show.Sound(SoundId);
        if (!sound.Removed) throw new RuleException($"{sound.Name} is already in the show.", "sound");
        var next = show.With(sound with { Removed = false });
        foreach (var (cueId, span) in Spans)
        {
            next.Indices(span);
            next = next.With(next.Cue(cueId) with { Span = span });
        }
        return new(next, new RemoveSound(SoundId));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Restored {before.Sound(SoundId).Name}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"sound:{SoundId}", .. Edits.Touches.Spans(Spans)];
}
