namespace Phonaris.Core.Shows;

/// <summary>How a cue's sound is made as long as its span.</summary>
public enum FitMethod
{
    /// <summary>It ends early, with a fade, at the most natural place near the end.</summary>
    Shorten,

    /// <summary>It loops at the best loop points, and ends by itself where that comes out, with a fade where it does not.</summary>
    Loop,

    /// <summary>It keeps its opening and its ending; passages between are taken out or repeated.</summary>
    Recut,

    /// <summary>It is played slower or faster, at the same pitch.</summary>
    Stretch,

    /// <summary>It is heard once as it is, and the rest stays silent.</summary>
    Silence,
}
