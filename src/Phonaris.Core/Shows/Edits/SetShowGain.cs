namespace Phonaris.Core.Shows.Edits;

/// <summary>Makes the whole show louder or quieter, what its levels are among each other left as it is.</summary>
/// <param name="GainDb">By how much, in dB, against the levels of its cues.</param>
public sealed record SetShowGain(double GainDb) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(GainDb);
        return new(show with { GainDb = GainDb }, new SetShowGain(show.GainDb));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Overall gain {Wording.Decibels(GainDb)}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => ["show/gain"];

    internal static void Validate(double db)
    {
        if (db is not (>= Show.LeastGainDb and <= Show.GreatestGainDb)) throw new RuleException("The overall gain must be between −24 and +12 dB.", "gain");
    }
}
