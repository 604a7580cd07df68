namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the show's level targets. Levels that follow them are updated.</summary>
/// <param name="Targets">The targets.</param>
public sealed record SetLevelTargets(LevelTargets Targets) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(Targets);
        return new(show with { LevelTargets = Targets }, new SetLevelTargets(show.LevelTargets));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Level targets: {Targets.For switch
    {
        TargetPreset.Room => "a room",
        TargetPreset.Web => "the web",
        TargetPreset.Broadcast => "broadcast",
        _ => "custom",
    }}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => ["show/levelTargets"];

    internal static void Validate(LevelTargets? targets)
    {
        if (targets is null) throw new RuleException("A target is needed for each kind of sound.", "targets");
        foreach (var lufs in (double[])[targets.VoiceLufs, targets.BedLufs, targets.BedUnderVoiceLufs, targets.SpotLufs, targets.WholeLufs])
            if (lufs is not (>= LevelTargets.LeastLufs and <= LevelTargets.GreatestLufs)) throw new RuleException("A loudness target must be between −60 and −5 LUFS.", "targets");
        if (targets.TruePeakDbtp is not (>= LevelTargets.LeastPeakDbtp and <= LevelTargets.GreatestPeakDbtp)) throw new RuleException("The highest true peak must be between −20 and −1 dBTP.", "targets");
        if (targets.BedUnderVoiceLufs > targets.BedLufs) throw new RuleException("The target for beds under voices cannot be higher than for beds alone.", "targets");
    }
}
