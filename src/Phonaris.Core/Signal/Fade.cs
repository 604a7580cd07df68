namespace Phonaris.Core.Signal;

/// <summary>A fade in or a dying away.</summary>
/// <param name="Ms">How long, in milliseconds; 0 for none.</param>
/// <param name="Curve">Its course.</param>
public sealed record Fade(long Ms, FadeCurve Curve)
{
    /// <summary>The longest fade, in milliseconds: five minutes.</summary>
    public const long GreatestMs = 300_000;

    /// <summary>No fade.</summary>
    public static Fade None { get; } = new(0, FadeCurve.EqualPower);

    /// <summary>A fade of the usual curve.</summary>
    public static Fade Of(long ms) => new(ms, FadeCurve.EqualPower);
}

/// <summary>The course of a fade's gain from 0 to 1.</summary>
public enum FadeCurve
{
    /// <summary>In proportion to time.</summary>
    Linear,

    /// <summary>A quarter sine: the power of a fade out and a fade in add up to one.</summary>
    EqualPower,

    /// <summary>A raised cosine: no corner at either end.</summary>
    Smooth,
}
