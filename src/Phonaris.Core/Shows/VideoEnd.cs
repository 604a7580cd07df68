namespace Phonaris.Core.Shows;

/// <summary>What is seen of a video once it is over.</summary>
public enum VideoEnd
{
    /// <summary>Its last picture.</summary>
    KeepsLast,

    /// <summary>Its first picture.</summary>
    BackToFirst,

    /// <summary>Nothing: the slide as it is.</summary>
    Leaves,
}
