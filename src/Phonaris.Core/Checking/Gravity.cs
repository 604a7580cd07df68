namespace Phonaris.Core.Checking;

/// <summary>How grave a finding is, the gravest first.</summary>
public enum Gravity
{
    /// <summary>The show stops, or may not be shown.</summary>
    Stops,

    /// <summary>The audience hears or sees it.</summary>
    Heard,

    /// <summary>Only whoever works on the show is bothered.</summary>
    Tidy,
}
