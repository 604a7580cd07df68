using Phonaris.Core.Checking;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>Shows with analysed sounds, for measuring and checking.</summary>
internal sealed class MeasuredShows(SoundLibrary sounds, TimedShows timed, FileStore files)
{
    private readonly PerShowCache<Known> _latest = new();

    /// <summary>A show with its times, its sounds ready and analysed.</summary>
    public async Task<TimedShow> OfAsync(StoredShow stored, CancellationToken cancel) => (await ListenedAsync(stored, cancel)).Show;

    /// <summary>The findings of checks in a show, computed once for each revision.</summary>
    public async Task<ValueList<Finding>> FindingsAsync(StoredShow stored, CancellationToken cancel)
    {
        var (known, renewals) = (_latest.Find(stored.Id), sounds.Renewals);
        if (known is not null && known.Revision == stored.Revision && known.Renewals == renewals && known.Troubles == (await sounds.PrepareWhatCanBeAsync(stored.Show, cancel)).Count) return known.Findings;
        var (show, troubles) = await ListenedAsync(stored, cancel);
        var findings = await Task.Run(() => Find(show, troubles), cancel);
        _latest.Keep(stored, known, new(stored.Revision, renewals, troubles.Count, findings));
        return findings;
    }

    /// <summary>Analyses a show, and returns a function that checks it as it is or after edits.</summary>
    public async Task<Func<Show, ValueList<Finding>>> FinderAsync(StoredShow stored, CancellationToken cancel)
    {
        var (_, troubles) = await ListenedAsync(stored, cancel);
        return show => Find(TimedShow.Of(show, sounds.Listened), troubles);
    }

    private ValueList<Finding> Find(TimedShow show, IReadOnlyDictionary<string, string> troubles) =>
        Checks.Of(new(show, sounds.Loudness, new(troubles, sound => files.BytesOf(sound.Media))));

    /// <summary>A show with its times, its sounds analysed, and what is wrong with unreadable ones.</summary>
    private async Task<(TimedShow Show, IReadOnlyDictionary<string, string> Troubles)> ListenedAsync(StoredShow stored, CancellationToken cancel)
    {
        var troubles = await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
        var show = timed.Of(stored);
        var sources = show.Schedule.Cues.Concat(show.Schedule.Silent).Select(c => c.Source).Distinct().ToList();
        // A new speed is rendered piece by piece together with its job; what a page plays has priority.
        if (sources.FindAll(s => !sounds.IsReady(s)) is { Count: > 0 } missing)
        {
            await Task.Delay(ChangeSpeed.PlayFirst, cancel);
            foreach (var source in missing) await sounds.PrepareAsync(source, 0, null, cancel);
        }
        await sounds.Loudness.PrepareAsync(sources, cancel);
        return (show, troubles);
    }

    private sealed record Known(long Revision, long Renewals, int Troubles, ValueList<Finding> Findings);
}
