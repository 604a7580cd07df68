namespace Phonaris.Media;

/// <summary>Recognises a full disk.</summary>
public static class DiskFull
{
    /// <summary>The error number of a full disk, ENOSPC.</summary>
    public const int NoSpace = 28;

    /// <summary>Whether an exception, or what caused it, says that the disk is full.</summary>
    public static bool Caused(Exception? exception) =>
        exception is not null && ((exception is IOException && exception.HResult == NoSpace) || Caused(exception.InnerException));

    /// <summary>The sentence for the person.</summary>
    public static RuleException Exception() =>
        new("The disk is full. Free some space or choose another place, then try again.");
}
