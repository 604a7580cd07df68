using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Media.Videos;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Hearing;

/// <summary>The job that makes the browser version of a video. Exports still use the imported file.</summary>
internal sealed class CopyVideo(VideoPictures pictures) : IJobWork
{
    public const string JobKind = "video";

    public string Kind => JobKind;

    public bool IsLong => true;

    /// <summary>Queues the videos that an edit added and that need a browser version.</summary>
    /// <param name="jobs">The jobs.</param>
    /// <param name="pictures">The videos as pages show them.</param>
    /// <param name="before">The show before the edit; its videos are already queued.</param>
    /// <param name="after">The show after it.</param>
    /// <param name="cancel">Stops it.</param>
    public static async Task QueueAsync(JobRunner jobs, VideoPictures pictures, Show? before, StoredShow after, CancellationToken cancel)
    {
        var known = before is null ? [] : NeedingCopies(before).Select(v => v.Media).ToHashSet();
        foreach (var video in NeedingCopies(after.Show).Where(v => !known.Contains(v.Media) && pictures.FileOf(v) is null).DistinctBy(v => v.Media))
            await AddAsync(jobs, after.Id, video, cancel);
    }

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        await pictures.PrepareAsync(VideoOf(job), progress, cancel);
        return null;
    }

    /// <summary>Queues the browser version of a video, unless it exists or is queued.</summary>
    /// <param name="jobs">The jobs.</param>
    /// <param name="kept">The jobs kept.</param>
    /// <param name="showId">The show.</param>
    /// <param name="video">The video.</param>
    /// <param name="again">Whether to try again after a failure or cancellation.</param>
    /// <param name="cancel">Stops it.</param>
    public static async Task QueueAsync(JobRunner jobs, JobStore kept, string showId, Sound video, bool again, CancellationToken cancel)
    {
        if (!again && await kept.HasFailedAsync(showId, JobKind, video.Media, cancel)) return;
        if (again) await kept.DeleteEndedAsync(showId, JobKind, video.Media, cancel);
        await AddAsync(jobs, showId, video, cancel);
    }

    private static Task<JobView> AddAsync(JobRunner jobs, string showId, Sound video, CancellationToken cancel) =>
        jobs.AddAsync(showId, JobKind, video.Name, new VideoWork(video), cancel, video.Media);

    private static Sound VideoOf(JobRow job) => JsonSerializer.Deserialize<VideoWork>(job.Input, ShowJson.Options)!.Video;

    private static IEnumerable<Sound> NeedingCopies(Show show) => show.Sounds.Where(s => s.Video is { PlaysAnywhere: false } && !s.Removed);
}

/// <summary>The input of the job.</summary>
internal sealed record VideoWork(Sound Video) : INeedsFiles
{
    IEnumerable<string> INeedsFiles.Files => [Video.Media];
}
