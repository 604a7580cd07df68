using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>
/// Deletes expired uploads, shows that were in the trash long enough, unused files, exports without a job, and derived files
/// beyond their limit: at startup, on request, and every hour. Backs up the database every day.
/// </summary>
internal sealed class Housekeeping(
    IDbContextFactory<PhonarisDb> databases, ShowStore shows, JobStore jobs, UploadStore uploads, UnusedFiles unused, DerivedBound derived, Backups backups, IOptions<AppOptions> options, TimeProvider clock, ILogger<Housekeeping> log) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromHours(1), JobsListedFor = TimeSpan.FromDays(1);

    /// <summary>The kinds of jobs that are kept: exports have a file, and failed browser versions are not retried automatically.</summary>
    private const string ExportKind = "export", VideoKind = "video";

    private readonly SemaphoreSlim _turn = new(1);

    /// <summary>Deletes a show in the trash, or all that expired, and everything unused.</summary>
    /// <param name="showId">The show; null for all expired shows and all unused data.</param>
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
                await jobs.PruneAsync(clock.GetUtcNow().UtcDateTime - JobsListedFor, ExportKind, VideoKind, cancel);
            }
            // For one show only its own files; otherwise all.
            var own = await shows.RemoveAsync(showId, cancel);
            freed += await unused.RemoveExportsAsync(cancel);
            freed += await unused.RemoveAsync(showId is null ? null : own, cancel);
            return freed + await derived.KeepAsync(options.Value.DerivedBytes, cancel);
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
                log.LogWarning(e, "Could not delete everything, will retry");
            }
            await Task.Delay(Every, clock, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }
}
