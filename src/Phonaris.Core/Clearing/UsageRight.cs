namespace Phonaris.Core.Clearing;

/// <summary>Whether a sound is cleared.</summary>
public enum UsageRight
{
    /// <summary>Allowed.</summary>
    Yes,

    /// <summary>Allowed with credit.</summary>
    Credit,

    /// <summary>Allowed with credit if the whole work has the same licence.</summary>
    Alike,

    /// <summary>Not allowed.</summary>
    No,

    /// <summary>Unknown: ask for permission.</summary>
    Ask,
}
