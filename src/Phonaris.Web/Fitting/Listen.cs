using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Fitting;

/// <summary>The job that analyses sounds: their beats and features, once for each file.</summary>
internal sealed class Listen(SoundLibrary sounds) : IJobWork
{
    public const string JobKind = "listen";

    public string Kind => JobKind;

    /// <summary>The job that analyses those of some sounds that are not analysed yet, queued if necessary; null when all are.</summary>
    /// <param name="jobs">Runs the job.</param>
    /// <param name="library">The sounds.</param>
    /// <param name="showId">The show.</param>
    /// <param name="asked">The sounds to analyse.</param>
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
