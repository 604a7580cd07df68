namespace Phonaris.Core.Checking;

/// <summary>How severe a finding is, the most severe first.</summary>
public enum Severity
{
    /// <summary>The show stops, or must not be presented.</summary>
    Blocker,

    /// <summary>The audience hears or sees it.</summary>
    Audible,

    /// <summary>It only affects people who edit the show.</summary>
    Minor,
}
