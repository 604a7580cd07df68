namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the running time the show is to have. Nothing is changed by it: what is missing or too much is told.</summary>
/// <param name="TargetMs">The running time, in milliseconds; null for no wish.</param>
public sealed record SetTarget(long? TargetMs) : Edit
{
    /// <summary>The least target: a second.</summary>
    public const long LeastMs = 1_000;

    /// <summary>The greatest target: a day.</summary>
    public const long GreatestMs = 24 * 3_600_000;

    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(TargetMs);
        return new(show with { TargetMs = TargetMs }, new SetTarget(show.TargetMs));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => TargetMs is { } ms ? $"Target running time {Wording.Time(Frames.FromMs(ms))}" : "Removed the target running time";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => ["show/target"];

    internal static void Validate(long? ms)
    {
        if (ms is < LeastMs or > GreatestMs) throw new RuleException("A target running time must be between 1 second and 24 hours.", "target");
    }
}
