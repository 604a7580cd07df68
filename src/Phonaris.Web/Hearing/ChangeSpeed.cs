using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Hearing;

/// <summary>
/// The job behind a cue's speed: works its samples out ahead of need, from what the cue uses first on. What is heard meanwhile is worked
/// out at once, and is the same.
/// </summary>
internal sealed class ChangeSpeed(SoundLibrary sounds, ShowStore shows) : IJobWork
{
    public const string JobKind = "speed";

    /// <summary>A page that plays asks within this for what it hears next; that comes first.</summary>
    private static readonly TimeSpan HeardFirst = TimeSpan.FromMilliseconds(500);

    public string Kind => JobKind;

    /// <summary>Queues what the cues of a show play and is not worked out yet.</summary>
    /// <param name="jobs">The jobs.</param>
    /// <param name="sounds">The sounds.</param>
    /// <param name="before">The show before the edit, whose speeds are queued already.</param>
    /// <param name="after">The show after it.</param>
    /// <param name="cancel">Stops it.</param>
    public static async Task QueueAsync(JobRunner jobs, SoundLibrary sounds, Show? before, StoredShow after, CancellationToken cancel)
    {
        var known = before?.Cues.Where(c => c.Speed != 1).Select(c => Of(before, c)).ToHashSet() ?? [];
        foreach (var cue in after.Show.Cues.Where(c => c.Speed != 1 && c.Span is not null).DistinctBy(c => Of(after.Show, c)))
        {
            var source = Of(after.Show, cue);
            if (known.Contains(source) || sounds.IsReady(source)) continue;
            await jobs.AddAsync(after.Id, JobKind, after.Show.Sound(cue.SoundId).Name, new SpeedWork(source, source.Frame(cue.InFrame)), cancel);
        }
    }

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var (source, from) = JsonSerializer.Deserialize<SpeedWork>(job.Input, ShowJson.Options)!;
        await Task.Delay(HeardFirst, cancel);
        await sounds.PrepareAsync(source, from, IsWantedAsync, progress, cancel);
        return null;

        // By the time it is its turn, or half done, another speed may have been chosen.
        async Task<bool> IsWantedAsync() => await shows.FindAsync(job.ShowId, cancel) is { Show: var show } && show.Cues.Any(c => Of(show, c) == source);
    }

    private static SoundSource Of(Show show, Cue cue) => new(show.Sound(cue.SoundId).Media, cue.Speed);
}

/// <summary>What the job is to do.</summary>
internal sealed record SpeedWork(SoundSource Source, long From);
