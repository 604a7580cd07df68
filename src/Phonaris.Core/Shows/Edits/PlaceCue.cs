namespace Phonaris.Core.Shows.Edits;

/// <summary>Places a sound on slides.</summary>
/// <param name="Cue">The cue, with an id not yet in the show.</param>
/// <param name="Index">Its position among the cues, which is the order of listing and mixing; beyond the end means at the end.</param>
public sealed record PlaceCue(Cue Cue, int Index) : Edit
{
    /// <summary>The most cues a show can hold.</summary>
    public const int MostCues = 10_000;

    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (show.Cues.Count >= MostCues) throw new RuleException($"A show can have at most {MostCues:N0} cues.", "cue");
        if (show.Cues.Any(c => c.Id == Cue.Id)) throw new RuleException("That cue is already in the show.", "cue");
        Validate(show, Cue);
        return new(show with { Cues = show.Cues.Insert(Math.Clamp(Index, 0, show.Cues.Count), Cue) }, new RemoveCue(Cue.Id));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Placed {before.Sound(Cue.SoundId).Name} on {Wording.Span(before, Cue.Span)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{Cue.Id}", $"sound:{Cue.SoundId}/cues/{Cue.Id}", Edits.Touches.InOrder(Cue.Id)];

    /// <summary>Checks a cue against the rules of the show.</summary>
    /// <exception cref="RuleException">It breaks one.</exception>
    internal static void Validate(Show show, Cue cue)
    {
        ValidateAlone(show, cue);
        SetStart.Validate(show, cue.Id, cue.Start);
    }

    /// <summary>Like <see cref="Validate"/>, without the cues that it follows.</summary>
    /// <exception cref="RuleException">It breaks a rule.</exception>
    internal static void ValidateAlone(Show show, Cue cue)
    {
        var sound = show.Sound(cue.SoundId);
        if (cue.Span is { } span) SetSpan.Validate(show, sound, span);
        SetStop.Validate(cue.Stop, cue.StopStepId, cue.StopOffsetMs);
        SetPart.Validate(sound, cue.InFrame, cue.OutFrame);
        SetRounds.Validate(cue.Rounds);
        SetLevel.Validate(cue.LevelDb);
        SetDelay.Validate(cue.DelayMs);
        SetFade.Validate(cue.FadeIn);
        SetFade.Validate(cue.FadeOut);
        SetLoopPart.Validate(sound, cue.LoopPart);
        SetSpeed.Validate(cue.Speed);
        SetFit.Validate(sound, cue.Fit);
        SetLevelPoints.Validate(cue.LevelPoints);
        SetHandover.Validate(cue.HandoverMs);
        SetHotspot.Validate(cue.Hotspot);
        if (cue.Duck is not null) SetDuck.Validate(cue.Duck);
        VideoPlace.Validate(sound, cue.Video);
    }
}
