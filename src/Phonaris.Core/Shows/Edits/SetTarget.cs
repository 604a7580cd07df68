namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the target running time. This changes no holds; the difference is displayed.</summary>
/// <param name="TargetMs">The running time in milliseconds; null for no target.</param>
public sealed record SetTarget(long? TargetMs) : Edit
{
    /// <summary>The shortest target: a second.</summary>
    public const long LeastMs = 1_000;

    /// <summary>The longest target: a day.</summary>
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
