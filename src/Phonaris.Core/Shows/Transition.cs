namespace Phonaris.Core.Shows;

/// <summary>The incoming transition of a slide. It is part of the slide's hold and adds no time.</summary>
/// <param name="Kind">Cut or dissolve.</param>
/// <param name="Ms">How long it takes, in milliseconds; 0 for a cut.</param>
public sealed record Transition(TransitionKind Kind, long Ms)
{
    /// <summary>The longest transition, in milliseconds.</summary>
    public const long GreatestMs = 10_000;

    /// <summary>The slide appears at once.</summary>
    public static Transition Cut { get; } = new(TransitionKind.Cut, 0);

    /// <summary>The slide before dissolves into this one.</summary>
    public static Transition Dissolve(long ms) => new(TransitionKind.Dissolve, ms);
}

/// <summary>The kinds of <see cref="Transition"/>.</summary>
public enum TransitionKind
{
    /// <summary>At once.</summary>
    Cut,

    /// <summary>The old picture fades into the new one, linearly.</summary>
    Dissolve,
}
