namespace Phonaris.Core.Timing;

/// <summary>A join between passages. Frames are at 48 kHz.</summary>
/// <param name="AtFrame">Where it is in the result.</param>
/// <param name="FromFrame">The frame of the sound it leaves.</param>
/// <param name="ToFrame">The frame of the sound it enters.</param>
/// <param name="Percentile">The percentage of all pairs of places in the piece that are more alike, 0 to 100: the lower, the less audible.</param>
public sealed record Join(long AtFrame, long FromFrame, long ToFrame, double Percentile)
{
    private const double Unheard = 4, Hardly = 15;

    /// <summary>How audible it is, as an estimate.</summary>
    public JoinHeard Heard => Percentile <= Unheard ? JoinHeard.Not : Percentile <= Hardly ? JoinHeard.Hardly : JoinHeard.MayBe;
}

/// <summary>How audible a join is.</summary>
public enum JoinHeard
{
    /// <summary>Not audible.</summary>
    Not,

    /// <summary>Hardly audible.</summary>
    Hardly,

    /// <summary>Possibly audible.</summary>
    MayBe,
}

/// <summary>Joins as text.</summary>
public static class JoinWords
{
    /// <summary>How audible a join is, as text.</summary>
    public static string InWords(this JoinHeard heard) => heard switch
    {
        JoinHeard.Not => "inaudible",
        JoinHeard.Hardly => "barely audible",
        _ => "audible",
    };
}
