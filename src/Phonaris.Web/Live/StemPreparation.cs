using Phonaris.Core.Live;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Live;

/// <summary>
/// Renders the stems of open shows while nothing else is asked, so that presenting begins at once. After an edit only stems that sound
/// different now are rendered, and those they replace are deleted.
/// </summary>
internal sealed class StemPreparation(
    OpenShows open, ShowStore shows, TimedShows timed, SoundLibrary sounds, StemPieces pieces, RequestActivity requests, JobRunner jobs, ILogger<StemPreparation> log) : BackgroundService
{
    /// <summary>How often open shows are looked at.</summary>
    private static readonly TimeSpan Every = TimeSpan.FromSeconds(1);

    /// <summary>How long nothing must have been asked.</summary>
    private static readonly TimeSpan Quiet = TimeSpan.FromSeconds(3);

    /// <summary>The most segments prepared of a show: four hours of sound. The rest is rendered when it is presented.</summary>
    private const int MostPieces = 3_000;

    private readonly Dictionary<string, Prepared> _prepared = [];

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Every);
        try
        {
            while (await timer.WaitForNextTickAsync(stoppingToken))
            {
                foreach (var showId in open.Ids)
                    if (!await PrepareAsync(showId, stoppingToken)) break;
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The app is stopping, perhaps because it could not start.
        }
    }

    private bool IsIdle => requests.HasBeenQuietFor(Quiet) && !jobs.IsWorking;

    /// <summary>Renders what is missing of a show; returns false if something else was asked meanwhile.</summary>
    private async Task<bool> PrepareAsync(string showId, CancellationToken cancel)
    {
        if (!IsIdle) return false;
        if (await shows.FindAsync(showId, cancel) is not { } stored) return true;
        var (known, renewals) = (_prepared.GetValueOrDefault(showId), sounds.Renewals);
        if (known is not null && known.Revision == stored.Revision && known.Renewals == renewals) return true;
        var counts = known?.Counts ?? [];
        try
        {
            await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
            var stems = LiveStem.OfAll(timed.Of(stored)).Select(s => s.Stem).DistinctBy(s => s.Key).ToList();
            if (!await RenderAsync(stems, cancel)) return false;
            counts = stems.ToDictionary(s => s.Key, StemPieces.CountOf);
            foreach (var (key, count) in known is null ? [] : known.Counts.Where(c => !counts.ContainsKey(c.Key))) pieces.Remove(key, count);
        }
        catch (Exception e) when (!cancel.IsCancellationRequested)
        {
            // Presenting tries again, and reports what is wrong.
            log.LogDebug(e, "The stems of {Show} could not be prepared", showId);
        }
        _prepared[showId] = new(stored.Revision, renewals, counts);
        return true;
    }

    private async Task<bool> RenderAsync(IEnumerable<LiveStem> stems, CancellationToken cancel)
    {
        var left = MostPieces;
        foreach (var stem in stems.Where(s => !sounds.IsUnavailable(s.Cue.Source.Media)))
        {
            for (var piece = 0; piece < StemPieces.CountOf(stem) && left > 0; piece++, left--)
            {
                if (pieces.Find(stem.Key, piece) is not null) continue;
                if (!IsIdle) return false;
                await pieces.GetAsync(stem, piece, cancel);
            }
        }
        return true;
    }

    /// <summary>What is prepared of a show: a revision, and the number of segments of each stem.</summary>
    private sealed record Prepared(long Revision, long Renewals, Dictionary<string, int> Counts);
}
