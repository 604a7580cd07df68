namespace Phonaris.Core.Shows.Edits;

/// <summary>Lays a sound on slides.</summary>
/// <param name="Cue">The cue, with an id not yet in the show.</param>
/// <param name="Index">Its position among the cues, which is the order they are listed and summed in; beyond the end means at the end.</param>
public sealed record PlaceCue(Cue Cue, int Index) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (show.Cues.Any(c => c.Id == Cue.Id)) throw new RuleException("That cue is in the show already.", "cue");
        Validate(show, Cue);
        return new(show with { Cues = show.Cues.Insert(Math.Clamp(Index, 0, show.Cues.Count), Cue) }, new RemoveCue(Cue.Id));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Laid {before.Sound(Cue.SoundId).Name} on {Say.Span(before, Cue.Span)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{Cue.Id}", $"sound:{Cue.SoundId}/cues/{Cue.Id}", Edits.Touches.InOrder(Cue.Id)];

    /// <summary>Checks that a cue can be one of a show.</summary>
    /// <exception cref="RuleException">It cannot.</exception>
    internal static void Validate(Show show, Cue cue)
    {
        var sound = show.Sound(cue.SoundId);
        if (cue.Span is { } span) SetSpan.Validate(show, sound, span);
        SetStart.Validate(show, cue.Id, cue.Start);
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
    }
}

/// <summary>Takes a cue out of the show; its sound stays. Cues that waited for it start with their slide instead.</summary>
/// <param name="CueId">The cue.</param>
public sealed record RemoveCue(string CueId) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var cue = show.Cue(CueId);
        var index = show.Cues.IndexOf(CueId);
        var waiting = Waiting(show).ToList();
        var cues = show.Cues.RemoveAt(index).Select(c => waiting.Contains(c) ? c with { Start = CueStart.WithSlide } : c);
        Edit back = new PlaceCue(cue, index);
        if (waiting.Count > 0) back = new Several([back, .. waiting.Select(c => new SetStart(c.Id, c.Start))], $"Put {show.CueName(CueId)} back");
        return new(show with { Cues = [.. cues] }, back);
    }

    /// <inheritdoc/>
    public override string Sentence(Show before)
    {
        var waiting = string.Join(", ", Waiting(before).Select(c => before.CueName(c.Id)));
        return $"Removed {before.CueName(CueId)} from {Say.Span(before, before.Cue(CueId).Span)}{(waiting.Length == 0 ? "" : $"; starting with its slide now: {waiting}")}";
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}", .. Waiting(before).Select(c => $"cue:{c.Id}/start")];

    private IEnumerable<Cue> Waiting(Show show) => show.Cues.Where(c => c.Start.CueId == CueId);
}
