using Microsoft.EntityFrameworkCore;
using Phonaris.Media;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>
/// Gives back what nobody needs: what killed work left, deleted shows once their time is over, the files only they used, and derived files
/// beyond their bound. At the start, when asked, and every hour.
/// </summary>
internal sealed class Housekeeping(IDbContextFactory<PhonarisDb> databases, ShowStore shows, AppPaths paths, TimeProvider clock, ILogger<Housekeeping> log) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromHours(1), Young = TimeSpan.FromDays(1);

    /// <summary>The derived files that are named after the file they follow from.</summary>
    private static readonly string[] DerivedOfFiles = ["sounds", "speeds", "pictures", "videos"];

    private readonly SemaphoreSlim _turn = new(1);

    /// <summary>Clears what was half-made when the last server ended. Nothing runs yet.</summary>
    public void ClearLeftovers()
    {
        if (Directory.Exists(paths.Work)) Directory.Delete(paths.Work, recursive: true);
        foreach (var folder in new[] { paths.Files, paths.Derived })
            foreach (var file in FilesIn(folder).Where(f => f.Extension == ".part")) file.Delete();
        // Whatever an export makes on its way begins with a dot.
        if (Directory.Exists(paths.Exports))
            foreach (var half in new DirectoryInfo(paths.Exports).EnumerateFileSystemInfos(".*"))
            {
                if (half is DirectoryInfo folder) folder.Delete(recursive: true);
                else half.Delete();
            }
        foreach (var file in FilesIn(paths.Uploads).Where(f => f.Extension == ".new")) file.Delete();
    }

    /// <summary>Removes shows for good, and gives back all that nothing else uses.</summary>
    /// <param name="showId">A show that lies aside; null for those whose time is over.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>How many bytes were given back.</returns>
    public async Task<long> GiveBackAsync(string? showId, CancellationToken cancel)
    {
        await _turn.WaitAsync(cancel);
        try
        {
            var freed = 0L;
            // Of one show its own; else whatever has lain there for a while, since a young file may be on its way into a show.
            var own = showId is null ? null : await UsedFiles.HashesAsync(databases, showId, cancel);
            foreach (var export in await shows.RemoveAsync(showId, cancel)) freed += FilesIn(paths.Exports).Where(f => Path.GetFileNameWithoutExtension(f.Name) == export).Sum(Remove);
            // Looked at before what is used is asked for: what comes in meanwhile is not among them.
            var old = clock.GetUtcNow().UtcDateTime - Young;
            var candidates = FilesIn(paths.Files).Concat(DerivedOfFiles.SelectMany(f => FilesIn(Path.Combine(paths.Derived, f))))
                .Select(f => (File: f, Hash: UsedFiles.HashIn(f.Name)))
                .Where(f => f.Hash is not null && (own?.Contains(f.Hash) ?? f.File.LastWriteTimeUtc < old)).ToList();
            var used = await UsedFiles.HashesAsync(databases, null, cancel);
            var arriving = FilesIn(paths.Uploads).Where(f => f.Extension == ".json").Select(f => UsedFiles.HashIn(File.ReadAllText(f.FullName))).ToHashSet();
            foreach (var (file, hash) in candidates.Where(c => !used.Contains(c.Hash!) && !arriving.Contains(c.Hash)))
            {
                file.Refresh();
                if (own is not null || file.LastWriteTimeUtc < old) freed += Remove(file);
            }
            return freed + DerivedRoom.Tidy(paths.Derived, DerivedRoom.MostBytes, clock.GetUtcNow().UtcDateTime);
        }
        finally
        {
            _turn.Release();
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                if (await GiveBackAsync(null, stoppingToken) is > 0 and var freed) log.LogInformation("Gave {Bytes} bytes back", freed);
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                return;
            }
            catch (Exception e)
            {
                log.LogWarning(e, "Not all could be given back; it is tried again");
            }
            await Task.Delay(Every, clock, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    private static IEnumerable<FileInfo> FilesIn(string folder) =>
        Directory.Exists(folder) ? new DirectoryInfo(folder).EnumerateFiles("*", SearchOption.AllDirectories) : [];

    private static long Remove(FileInfo file)
    {
        if (!file.Exists) return 0;
        var bytes = file.Length;
        file.Delete();
        return bytes;
    }
}
