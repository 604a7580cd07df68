namespace Phonaris.Core.Shows;

/// <summary>What is shown after a video has ended.</summary>
public enum VideoEnd
{
    /// <summary>Its last frame.</summary>
    KeepsLast,

    /// <summary>Its first frame.</summary>
    BackToFirst,

    /// <summary>Nothing: the slide without the video.</summary>
    Leaves,
}
