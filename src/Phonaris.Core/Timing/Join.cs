namespace Phonaris.Core.Timing;

/// <summary>A join as it is heard. Frames are at 48 kHz.</summary>
/// <param name="AtFrame">Where it is in the result.</param>
/// <param name="FromFrame">Where the sound is left.</param>
/// <param name="ToFrame">Where it is entered.</param>
/// <param name="Percentile">The part of all pairs of places in the piece that are more alike, 0 to 100: the lower, the less it can be heard.</param>
public sealed record Join(long AtFrame, long FromFrame, long ToFrame, double Percentile)
{
    private const double Unheard = 4, Hardly = 15;

    /// <summary>Whether it is heard, as far as that can be told.</summary>
    public JoinHeard Heard => Percentile <= Unheard ? JoinHeard.Not : Percentile <= Hardly ? JoinHeard.Hardly : JoinHeard.MayBe;
}

/// <summary>Whether a join is heard.</summary>
public enum JoinHeard
{
    /// <summary>It is not.</summary>
    Not,

    /// <summary>Hardly.</summary>
    Hardly,

    /// <summary>It may be.</summary>
    MayBe,
}

/// <summary>Joins in words.</summary>
public static class JoinWords
{
    /// <summary>Whether a join is heard, as it is said: <c>hardly heard</c>.</summary>
    public static string InWords(this JoinHeard heard) => heard switch
    {
        JoinHeard.Not => "inaudible",
        JoinHeard.Hardly => "barely audible",
        _ => "audible",
    };
}
