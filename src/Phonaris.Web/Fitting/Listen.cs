using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Fitting;

/// <summary>The job that listens to sounds: finds their beats and what is heard on each, once for a file.</summary>
internal sealed class Listen(SoundLibrary sounds) : IJobWork
{
    public const string JobKind = "listen";

    public string Kind => JobKind;

    /// <summary>The job that listens to those of some sounds that have not been listened to, queued where it is not yet; null where none is left.</summary>
    /// <param name="jobs">Runs jobs.</param>
    /// <param name="library">The sounds.</param>
    /// <param name="showId">The show.</param>
    /// <param name="asked">The sounds asked about.</param>
    /// <param name="cancel">Stops asking.</param>
    public static async Task<JobView?> QueueAsync(JobRunner jobs, SoundLibrary library, string showId, IEnumerable<Sound> asked, CancellationToken cancel)
    {
        var unknown = asked.DistinctBy(s => s.Media).Where(s => !library.Fits.Knows(s.Media)).ToList();
        if (unknown.Count == 0) return null;
        ValueList<string> media = [.. unknown.Select(s => s.Media)];
        return await jobs.AddAsync(showId, JobKind, unknown.Count == 1 ? unknown[0].Name : $"{unknown.Count} sounds", media, cancel, string.Join(' ', media));
    }

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var media = JsonSerializer.Deserialize<ValueList<string>>(job.Input, ShowJson.Options)!;
        for (var k = 0; k < media.Count; k++)
        {
            await sounds.PrepareAsync(media[k], job.Name, null, cancel);
            await sounds.Fits.PieceAsync(media[k], cancel, progress.Part((double)k / media.Count, 1.0 / media.Count));
        }
        return null;
    }
}
