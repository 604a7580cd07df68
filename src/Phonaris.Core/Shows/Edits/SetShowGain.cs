namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the gain of the whole mix; the balance between cues stays.</summary>
/// <param name="GainDb">The gain in dB, added to the levels of the cues.</param>
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
