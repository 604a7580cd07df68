namespace Phonaris.Core.Timing;

/// <summary>An edit between passages. Frames are at 48 kHz.</summary>
/// <param name="AtFrame">Where it is in the result.</param>
/// <param name="FromFrame">The frame of the sound it leaves.</param>
/// <param name="ToFrame">The frame of the sound it enters.</param>
/// <param name="Percentile">The percentage of all pairs of places in the piece that are more alike, 0 to 100: the lower, the less audible.</param>
public sealed record EditPoint(long AtFrame, long FromFrame, long ToFrame, double Percentile)
{
    private const double Unheard = 4, Hardly = 15;

    /// <summary>How audible it is, as an estimate.</summary>
    public Audibility Heard => Percentile <= Unheard ? Audibility.Not : Percentile <= Hardly ? Audibility.Hardly : Audibility.MayBe;
}
