namespace Phonaris.Core.Clearing;

/// <summary>Whether there is leave to use a sound.</summary>
public enum Leave
{
    /// <summary>There is.</summary>
    Yes,

    /// <summary>There is, with credit.</summary>
    Credit,

    /// <summary>There is, with credit, where what it is part of goes out under the same licence.</summary>
    Alike,

    /// <summary>There is none.</summary>
    No,

    /// <summary>It is not known: ask.</summary>
    Ask,
}
