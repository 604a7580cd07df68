namespace Phonaris.Core.Shows;

/// <summary>How beds are ducked under a voice: they are lowered before it speaks and raised some time after.</summary>
/// <param name="AttackMs">The attack in milliseconds; it ends where the voice begins.</param>
/// <param name="HoldMs">The hold after the voice, in milliseconds.</param>
/// <param name="ReleaseMs">The release in milliseconds.</param>
/// <param name="DepthDb">The depth in dB; null to follow the level targets, which lowers a quiet bed less than a loud one.</param>
public sealed record Duck(long AttackMs, long HoldMs, long ReleaseMs, double? DepthDb = null)
{
    /// <summary>The shortest attack and release, in milliseconds; shorter ones would click.</summary>
    public const long LeastMs = 5;

    /// <summary>The longest attack, hold and release, in milliseconds.</summary>
    public const long GreatestMs = 10_000;

    /// <summary>The greatest depth in dB.</summary>
    public const double GreatestDb = 40;

    /// <summary>The usual settings under speech.</summary>
    public static Duck Usual { get; } = new(150, 400, 800);
}
