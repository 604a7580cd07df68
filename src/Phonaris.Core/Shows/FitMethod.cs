namespace Phonaris.Core.Shows;

/// <summary>How a cue's sound is fitted to its span.</summary>
public enum FitMethod
{
    /// <summary>Shorten: it ends early, with a fade, at the most natural place near the end.</summary>
    Shorten,

    /// <summary>Loop: it repeats at the best loop points, and plays its own ending if that comes out, or fades out otherwise.</summary>
    Loop,

    /// <summary>Re-cut: it keeps its opening and its ending; passages between are removed or repeated.</summary>
    Recut,

    /// <summary>Stretch: it plays slower or faster, at the same pitch.</summary>
    Stretch,

    /// <summary>Once: it plays unchanged, followed by silence.</summary>
    Silence,
}
