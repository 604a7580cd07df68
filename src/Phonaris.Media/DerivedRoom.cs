namespace Phonaris.Media;

/// <summary>Keeps derived files within a bound: those not used for longest go first; they can be made again.</summary>
public static class DerivedRoom
{
    /// <summary>How much derived files may take up, in bytes: 20 GB.</summary>
    public const long MostBytes = 20_000_000_000;

    /// <summary>Files used more lately than this stay, whatever room they take: a show may be open on them.</summary>
    private static readonly TimeSpan Fresh = TimeSpan.FromHours(12);

    /// <summary>Removes what is too much.</summary>
    /// <param name="root">The folder of the derived files.</param>
    /// <param name="mostBytes">How much they may take up.</param>
    /// <param name="now">The time, in UTC.</param>
    /// <returns>How many bytes were freed.</returns>
    public static long Tidy(string root, long mostBytes, DateTime now)
    {
        if (!Directory.Exists(root)) return 0;
        var files = new DirectoryInfo(root).EnumerateFiles("*", SearchOption.AllDirectories).OrderBy(f => f.LastAccessTimeUtc).ToList();
        var (total, freed) = (files.Sum(f => f.Length), 0L);
        foreach (var file in files.TakeWhile(f => f.LastAccessTimeUtc < now - Fresh))
        {
            if (total - freed <= mostBytes) break;
            freed += file.Length;
            file.Delete();
        }
        return freed;
    }
}
