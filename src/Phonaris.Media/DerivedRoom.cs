namespace Phonaris.Media;

/// <summary>Keeps derived files within a limit. The least recently used are removed first; they can be made again.</summary>
public static class DerivedRoom
{
    /// <summary>The most that derived files may take, in bytes: 20 GB.</summary>
    private const long MostBytes = 20_000_000_000;

    /// <summary>Files used more recently than this stay even above the limit, because a request may be reading them.</summary>
    private static readonly TimeSpan Fresh = TimeSpan.FromHours(1);

    /// <summary>The most that derived files may take on a disk, in bytes: at most half of the sum of their size and the free space.</summary>
    /// <param name="takenBytes">Their size now.</param>
    /// <param name="freeBytes">The free space; null if unknown.</param>
    public static long Bound(long takenBytes, long? freeBytes) => Math.Min(MostBytes, freeBytes is { } free ? (takenBytes + free) / 2 : MostBytes);

    /// <summary>Removes files above the limit.</summary>
    /// <param name="root">The folder of the derived files.</param>
    /// <param name="bound">The limit, in bytes; null for <see cref="Bound"/> of its disk.</param>
    /// <param name="now">The time, in UTC.</param>
    /// <param name="isLeased">Whether a file, by its name, is in use and must stay.</param>
    /// <param name="remove">Removes a file and what is held of it in memory; returns the bytes freed.</param>
    /// <returns>The number of bytes freed.</returns>
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
