namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the level of a cue, manually or from its target.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="LevelDb">The level in dB relative to the sound as imported.</param>
/// <param name="Follows">Whether it follows its target from then on.</param>
public sealed record SetLevel(string CueId, double LevelDb, bool Follows = false) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(LevelDb);
        return show.ChangeCue(CueId, c => c with { LevelDb = LevelDb, Follows = Follows }, c => new SetLevel(CueId, c.LevelDb, c.Follows));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) =>
        $"{before.CueName(CueId)}: level {Wording.Decibels(before.Cue(CueId).LevelDb)} → {Wording.Decibels(LevelDb)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/level"];

    internal static void Validate(double db)
    {
        // A NaN fails this pattern too.
        if (db is not (>= Cue.LeastLevelDb and <= Cue.GreatestLevelDb)) throw new RuleException("A level must be between −60 and +24 dB.", "level");
    }
}
