using System.Globalization;

namespace Phonaris.Media;

/// <summary>Room on disks, asked for before work that takes much of it.</summary>
public static class Room
{
    /// <summary>What is left free for everything else, in bytes: the database must always be able to grow.</summary>
    public const long Reserve = 200_000_000;

    /// <summary>Checks that a folder's disk has room.</summary>
    /// <param name="folder">The folder, or one that is going to be made.</param>
    /// <param name="bytes">About how much is going to be written there.</param>
    /// <param name="what">What for, in messages.</param>
    /// <exception cref="RuleException">There is too little.</exception>
    public static void Need(string folder, long bytes, string what)
    {
        if (Free(folder) is not { } free || free - Reserve >= bytes) return;
        throw new RuleException($"The disk is too full for {what}, which needs {SizeOf(bytes)} with {SizeOf(Math.Max(0, free - Reserve))} available. Free some space and try again.");
    }

    /// <summary>How much is free, in bytes; null where that cannot be known.</summary>
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
