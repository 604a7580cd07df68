namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the level points of a cue.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Points">The points, in ascending order.</param>
public sealed record SetLevelPoints(string CueId, ValueList<LevelPoint> Points) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(Points);
        return show.ChangeCue(CueId, c => c with { LevelPoints = Points }, c => new SetLevelPoints(CueId, c.LevelPoints));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.CueName(CueId)}: {(Points.Count == 0 ? "no level points" : Points.Count == 1 ? "1 level point" : $"{Points.Count} level points")}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/points"];

    internal static void Validate(ValueList<LevelPoint> points)
    {
        ArgumentNullException.ThrowIfNull(points);
        if (points.Count > LevelPoint.Most) throw new RuleException($"A cue can have at most {LevelPoint.Most} level points.", "points");
        for (var i = 0; i < points.Count; i++)
        {
            if (points[i].AtMs < 0 || points[i].AtMs > Slide.GreatestHoldMs || (i > 0 && points[i].AtMs <= points[i - 1].AtMs))
                throw new RuleException("Level points must be in order, from the start of the cue.", "points");
            if (points[i].Db is not (>= Cue.LeastLevelDb and <= Cue.GreatestLevelDb)) throw new RuleException("A level point must be between −60 and +24 dB.", "points");
        }
    }
}
