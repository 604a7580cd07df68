namespace Phonaris.Media;

/// <summary>Recognizes a full disk.</summary>
public static class DiskFull
{
    /// <summary>The error number of a full disk, ENOSPC.</summary>
    public const int NoSpace = 28;

    /// <summary>Whether an exception or one of its causes means that the disk is full.</summary>
    public static bool Caused(Exception? exception) =>
        exception is not null && ((exception is IOException && exception.HResult == NoSpace) || Caused(exception.InnerException));

    /// <summary>The message for the user.</summary>
    public static RuleException Exception() =>
        new("The disk is full. Free some space or choose another place, then try again.") { IsOfMachine = true };
}
