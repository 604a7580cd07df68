namespace Phonaris.Core.Signal;

/// <summary>A fade-in or fade-out.</summary>
/// <param name="Ms">Its length in milliseconds; 0 for none.</param>
/// <param name="Curve">Its curve.</param>
public sealed record Fade(long Ms, FadeCurve Curve)
{
    /// <summary>The longest fade, in milliseconds: five minutes.</summary>
    public const long GreatestMs = 300_000;

    /// <summary>No fade.</summary>
    public static Fade None { get; } = new(0, FadeCurve.EqualPower);

    /// <summary>A fade with the default curve.</summary>
    public static Fade Of(long ms) => new(ms, FadeCurve.EqualPower);
}

/// <summary>The curve of a fade's gain from 0 to 1.</summary>
public enum FadeCurve
{
    /// <summary>Linear in time.</summary>
    Linear,

    /// <summary>A quarter sine: the powers of a fade-out and a fade-in add up to one.</summary>
    EqualPower,

    /// <summary>A raised cosine: smooth at both ends.</summary>
    Smooth,
}
