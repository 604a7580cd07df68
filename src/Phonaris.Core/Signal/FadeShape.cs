namespace Phonaris.Core.Signal;

/// <summary>
/// A fade in frames. At frame n of its N the gain is c(n/N), and 1 from N on, with c(x) = x (linear), sin(πx/2) (equal power)
/// or (1 − cos πx)/2 (smooth). A fade-out is the same, counted back from the last frame.
/// </summary>
/// <param name="Frames">Its length N in frames at 48 kHz, 0 or more.</param>
/// <param name="Curve">Its curve.</param>
public readonly record struct FadeShape(long Frames, FadeCurve Curve)
{
    /// <summary>The length of the ramp that prevents a click at an edge without a fade: 5 ms.</summary>
    public const long BareEdgeFrames = 5 * Values.Frames.PerMs;

    /// <summary>The gain, 0 to 1, at a frame counted from the quiet end.</summary>
    public float At(long frame)
    {
        if (frame >= Frames) return 1;
        var x = (float)frame / Frames;
        return Curve switch
        {
            FadeCurve.Linear => x,
            FadeCurve.EqualPower => MathF.Sin(x * (MathF.PI / 2)),
            _ => 0.5f - 0.5f * MathF.Cos(x * MathF.PI),
        };
    }

    /// <summary>
    /// The two fades of a cue: if together they are longer than the cue, both are shortened in proportion.
    /// </summary>
    /// <param name="first">The fade-in.</param>
    /// <param name="last">The fade-out.</param>
    /// <param name="length">The cue's length in frames.</param>
    public static (FadeShape In, FadeShape Out) Pair(FadeShape first, FadeShape last, long length)
    {
        var both = first.Frames + last.Frames;
        if (both <= length) return (first, last);
        var shrunk = (long)((Int128)first.Frames * length / both);
        return (first with { Frames = shrunk }, last with { Frames = length - shrunk });
    }

    /// <summary>The fade, or a smooth ramp of 5 ms for none.</summary>
    public static FadeShape Of(Fade fade) => (fade ?? throw new ArgumentNullException(nameof(fade))).Ms * Values.Frames.PerMs < BareEdgeFrames
        ? new(BareEdgeFrames, FadeCurve.Smooth)
        : new(Values.Frames.FromMs(fade.Ms), fade.Curve);
}
