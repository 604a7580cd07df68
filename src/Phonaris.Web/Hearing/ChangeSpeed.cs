using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Hearing;

/// <summary>
/// The job behind a cue's speed: renders its samples in advance, from the play position, or from the part the cue uses. What is
/// played meanwhile is rendered at once, with the same result.
/// </summary>
internal sealed class ChangeSpeed(SoundLibrary sounds, IMeasuredListener listener) : IJobWork
{
    public const string JobKind = "speed";

    /// <summary>A playing page requests its next stretch within this time; that has priority.</summary>
    public static readonly TimeSpan PlayFirst = TimeSpan.FromSeconds(1);

    public string Kind => JobKind;

    public bool IsLong => true;

    /// <summary>Queues the speeds of a show that are not rendered yet, and cancels those no longer used.</summary>
    /// <param name="jobs">The jobs.</param>
    /// <param name="sounds">The sounds.</param>
    /// <param name="before">The show before the edit; its speeds are already queued.</param>
    /// <param name="after">The show after it.</param>
    /// <param name="timed">The show after it, with its times.</param>
    /// <param name="cancel">Stops it.</param>
    public static async Task QueueAsync(JobRunner jobs, SoundLibrary sounds, Show? before, StoredShow after, TimedShow timed, CancellationToken cancel)
    {
        var known = before is null ? [] : Slowed(before).Select(c => Of(before, c)).ToHashSet();
        var wanted = Slowed(after.Show).DistinctBy(c => Of(after.Show, c)).ToDictionary(c => Of(after.Show, c), c => c.InFrame);
        var unmeasured = HoldAndLevelUpdates.Unmeasured(timed, sounds).DistinctBy(c => c.Source).Where(c => !wanted.ContainsKey(c.Source)).ToDictionary(c => c.Source, c => c.InFrame);
        if (!known.IsSubsetOf(wanted.Keys)) await jobs.CancelAsync(after.Id, j => j.Kind == JobKind && WorkOf(j).Source is var source && !wanted.ContainsKey(source) && !unmeasured.ContainsKey(source), cancel);
        foreach (var (source, inFrame) in wanted.Where(w => !known.Contains(w.Key) && !sounds.IsReady(w.Key)).Concat(unmeasured))
            await jobs.AddAsync(after.Id, JobKind, after.Show.Sounds.First(s => s.Media == source.Media).Name, new SpeedWork(source, source.Frame(inFrame)), cancel, source.ToString());
    }

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var (source, from) = WorkOf(job);
        await Task.Delay(PlayFirst, cancel);
        await sounds.PrepareAsync(source, from, progress, cancel);
        // Levels that follow their targets were waiting for this.
        await sounds.Loudness.PrepareAsync([source], cancel);
        await listener.FollowUpAsync(job.ShowId, cancel);
        return null;
    }

    private static SpeedWork WorkOf(JobRow job) => JsonSerializer.Deserialize<SpeedWork>(job.Input, ShowJson.Options)!;

    private static IEnumerable<Cue> Slowed(Show show) => show.Cues.Where(c => c.Speed != 1 && c.Span is not null);

    private static SoundSource Of(Show show, Cue cue) => new(show.Sound(cue.SoundId).Media, cue.Speed);
}

/// <summary>The input of the job.</summary>
internal sealed record SpeedWork(SoundSource Source, long From) : INeedsFiles
{
    IEnumerable<string> INeedsFiles.Files => [Source.Media];
}
