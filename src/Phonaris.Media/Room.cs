using System.Globalization;

namespace Phonaris.Media;

/// <summary>Checks free disk space before work that needs much of it.</summary>
public static class Room
{
    /// <summary>The space that stays free, in bytes: the database must always be able to grow.</summary>
    public const long Reserve = 200_000_000;

    /// <summary>Checks that a folder's disk has enough space.</summary>
    /// <param name="folder">The folder; it need not exist yet.</param>
    /// <param name="bytes">The approximate number of bytes to be written.</param>
    /// <param name="what">The purpose, for messages.</param>
    /// <exception cref="RuleException">There is too little space.</exception>
    public static void Need(string folder, long bytes, string what)
    {
        if (Free(folder) is not { } free || free - Reserve >= bytes) return;
        throw new RuleException($"The disk is too full for {what}, which needs {SizeOf(bytes)} with {SizeOf(Math.Max(0, free - Reserve))} available. Free some space and try again.") { IsOfMachine = true };
    }

    /// <summary>The free space, in bytes; null if unknown.</summary>
    public static long? Free(string folder)
    {
        try
        {
            Directory.CreateDirectory(folder);
            return new DriveInfo(folder).AvailableFreeSpace;
        }
        catch (Exception e) when (e is IOException or ArgumentException or UnauthorizedAccessException)
        {
            return null;
        }
    }

    private static string SizeOf(long bytes) =>
        bytes >= 1_000_000_000 ? string.Create(CultureInfo.InvariantCulture, $"{bytes / 1e9:0.0} GB") : string.Create(CultureInfo.InvariantCulture, $"{bytes / 1e6:0} MB");
}
