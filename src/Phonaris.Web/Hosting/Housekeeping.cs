using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using Phonaris.Media;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>
/// Deletes what nobody needs: what a killed server left half-made, uploads that expired, shows that were in the trash long enough, files without
/// a user (<see cref="FileUses"/>), exports without a job, and derived files beyond their bound. At the start, when asked, and every hour. Backs the
/// database up every day.
/// </summary>
internal sealed class Housekeeping(
    IDbContextFactory<PhonarisDb> databases, ShowStore shows, JobStore jobs, FileStore files, FileUses uses, UploadStore uploads, SoundLibrary sounds, OpenShows open, Backups backups, AppPaths paths, IOptions<AppOptions> options, TimeProvider clock, ILogger<Housekeeping> log) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromHours(1), JobsToldFor = TimeSpan.FromDays(1);

    /// <summary>The folders whose files are named after the file they follow from.</summary>
    private static readonly string[] NamedByHash = ["sounds", "speeds", "pictures", "videos"];

    /// <summary>The kinds of jobs whose rows stay: exports have a file, and of a video's copy it is remembered that it failed.</summary>
    private const string ExportKind = "export", VideoKind = "video";

    private readonly SemaphoreSlim _turn = new(1);

    /// <summary>Deletes what was half-made when the last server ended, and brings the record of who uses files up to date. Nothing runs yet.</summary>
    public async Task ClearLeftoversAsync()
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
        await uses.RepairAsync(await uploads.CompleteAsync(), CancellationToken.None);
    }

    /// <summary>Deletes a show that is in the trash, or those that were there long enough, and all that nobody needs any more.</summary>
    /// <param name="showId">The show; null for those whose time is over, and for everything else that nobody needs.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>How many bytes were freed.</returns>
    public async Task<long> GiveBackAsync(string? showId, CancellationToken cancel)
    {
        await _turn.WaitAsync(cancel);
        try
        {
            var freed = 0L;
            if (showId is null)
            {
                await uploads.ExpireAsync();
                await jobs.PruneAsync(clock.GetUtcNow().UtcDateTime - JobsToldFor, ExportKind, VideoKind, cancel);
            }
            // Of one show its own files; else all that are there.
            var own = await shows.RemoveAsync(showId, cancel);
            freed += await RemoveExportsAsync(cancel);
            freed += await RemoveUnusedAsync(showId is null ? null : own, cancel);
            return freed + await TidyAsync(options.Value.DerivedBytes, cancel);
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <summary>Deletes files that nobody uses, with what follows from them.</summary>
    /// <param name="hashes">The content hashes of those asked about; null for all there are.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>How many bytes were freed.</returns>
    public async Task<long> RemoveUnusedAsync(IReadOnlyCollection<string>? hashes, CancellationToken cancel)
    {
        // Looked for before the users are asked for: what is added meanwhile is not among them.
        var derived = NamedByHash.SelectMany(f => FilesIn(Path.Combine(paths.Derived, f))).ToLookup(f => f.Name[..Math.Min(FileStore.HashLength, f.Name.Length)]);
        var candidates = hashes ?? [.. FilesIn(paths.Files).Select(f => f.Name).Concat(derived.Select(d => d.Key)).Where(FileStore.IsHash).Distinct()];
        var used = await uses.HashesAsync(null, cancel);
        var freed = 0L;
        foreach (var hash in candidates.Where(h => !used.Contains(h)))
            freed += await uses.TryDeleteAsync(hash, () => Remove(hash, derived[hash]), cancel);
        return freed;
    }

    /// <summary>Brings derived files within their bound; those that open shows and running jobs rely on stay.</summary>
    /// <param name="bound">How much they may take up, in bytes; null for what their disk allows.</param>
    /// <param name="cancel">Stops it before anything is deleted.</param>
    /// <returns>How many bytes were freed.</returns>
    public async Task<long> TidyAsync(long? bound, CancellationToken cancel)
    {
        var leased = await open.FilesAsync(cancel);
        return DerivedRoom.Tidy(
            paths.Derived, bound, clock.GetUtcNow().UtcDateTime, name => leased.Contains(name[..Math.Min(FileStore.HashLength, name.Length)]),
            file =>
            {
                var bytes = Remove(file);
                if (file.Name.Length > FileStore.HashLength && FileStore.IsHash(file.Name[..FileStore.HashLength])) sounds.Release(file.Name[..FileStore.HashLength]);
                return bytes;
            });
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await backups.MakeDailyAsync(stoppingToken);
                await DatabaseFile.CompactAsync(databases, stoppingToken);
                if (await GiveBackAsync(null, stoppingToken) is > 0 and var freed) log.LogInformation("{Bytes} bytes freed", freed);
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                return;
            }
            catch (Exception e)
            {
                log.LogWarning(e, "Not everything could be deleted; it is tried again");
            }
            await Task.Delay(Every, clock, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    /// <summary>An export's file is named after its job; one whose job is gone can be reached by nobody.</summary>
    private async Task<long> RemoveExportsAsync(CancellationToken cancel)
    {
        var exports = FilesIn(paths.Exports).Where(f => !f.Name.StartsWith('.')).ToList();
        var known = await jobs.IdsAsync(cancel);
        return exports.Where(f => !known.Contains(Path.GetFileNameWithoutExtension(f.Name))).Sum(Remove);
    }

    private long Remove(string hash, IEnumerable<FileInfo> derived)
    {
        var freed = Remove(new FileInfo(files.PathOf(hash))) + derived.Sum(Remove);
        sounds.Release(hash);
        return freed;
    }

    private static IEnumerable<FileInfo> FilesIn(string folder) =>
        Directory.Exists(folder) ? new DirectoryInfo(folder).EnumerateFiles("*", SearchOption.AllDirectories) : [];

    private static long Remove(FileInfo file)
    {
        file.Refresh();
        if (!file.Exists) return 0;
        var bytes = file.Length;
        file.Delete();
        return bytes;
    }
}
