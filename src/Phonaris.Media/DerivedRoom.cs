namespace Phonaris.Media;

/// <summary>Keeps derived files within a bound: those not used for longest go first; they can be made again.</summary>
public static class DerivedRoom
{
    /// <summary>How much derived files may take up, in bytes: 20 GB.</summary>
    private const long MostBytes = 20_000_000_000;

    /// <summary>Files used more lately than this stay, whatever room they take: somebody may just be reading them.</summary>
    private static readonly TimeSpan Fresh = TimeSpan.FromHours(1);

    /// <summary>How much derived files may take up on a disk, in bytes: at most half of what they and the free space come to.</summary>
    /// <param name="takenBytes">What they take up now.</param>
    /// <param name="freeBytes">What is free; null where that is not known.</param>
    public static long Bound(long takenBytes, long? freeBytes) => Math.Min(MostBytes, freeBytes is { } free ? (takenBytes + free) / 2 : MostBytes);

    /// <summary>Removes what is too much.</summary>
    /// <param name="root">The folder of the derived files.</param>
    /// <param name="bound">How much they may take up, in bytes; null for what <see cref="Bound"/> says of its disk.</param>
    /// <param name="now">The time, in UTC.</param>
    /// <param name="isLeased">Whether a file, by its name, is relied on by something open, and stays.</param>
    /// <param name="remove">Removes a file, and whatever is held of it in memory; gives the bytes freed.</param>
    /// <returns>How many bytes were freed.</returns>
    public static long Tidy(string root, long? bound, DateTime now, Func<string, bool> isLeased, Func<FileInfo, long> remove)
    {
        ArgumentNullException.ThrowIfNull(isLeased);
        ArgumentNullException.ThrowIfNull(remove);
        if (!Directory.Exists(root)) return 0;
        var files = new DirectoryInfo(root).EnumerateFiles("*", SearchOption.AllDirectories).OrderBy(f => f.LastWriteTimeUtc).ToList();
        var (total, freed) = (files.Sum(f => f.Length), 0L);
        var most = bound ?? Bound(total, Room.Free(root));
        foreach (var file in files.TakeWhile(f => f.LastWriteTimeUtc < now - Fresh).Where(f => !isLeased(f.Name)))
        {
            if (total - freed <= most) break;
            freed += remove(file);
        }
        return freed;
    }
}
