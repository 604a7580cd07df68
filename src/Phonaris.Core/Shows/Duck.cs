namespace Phonaris.Core.Shows;

/// <summary>How beds are ducked under a voice: down before it speaks, up again a while after.</summary>
/// <param name="AttackMs">How long the way down takes, in milliseconds; it ends where the voice begins.</param>
/// <param name="HoldMs">How long a bed stays down after the voice, in milliseconds.</param>
/// <param name="ReleaseMs">How long the way up takes, in milliseconds.</param>
/// <param name="DepthDb">How far down, in dB; null for as far as the targets ask: a quiet bed hardly, a loud one more.</param>
public sealed record Duck(long AttackMs, long HoldMs, long ReleaseMs, double? DepthDb = null)
{
    /// <summary>The shortest way down and up, in milliseconds: no edge clicks.</summary>
    public const long LeastMs = 5;

    /// <summary>The longest way down and up, and the longest hold, in milliseconds.</summary>
    public const long GreatestMs = 10_000;

    /// <summary>The greatest depth in dB.</summary>
    public const double GreatestDb = 40;

    /// <summary>What is usual under speech.</summary>
    public static Duck Usual { get; } = new(150, 400, 800);
}
