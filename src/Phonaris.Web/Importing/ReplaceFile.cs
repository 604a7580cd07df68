using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Importing;

/// <summary>The job that replaces a sound's file; its cues stay.</summary>
internal sealed class ReplaceFile(SoundLibrary library, ShowStore shows, ShowChanges changes) : IJobWork
{
    public const string JobKind = "replace";

    public string Kind => JobKind;

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var (soundId, file) = JsonSerializer.Deserialize<Replacement>(job.Input, ShowJson.Options)!;
        var prepared = await library.PrepareAsync(file.Hash, file.Name, progress, cancel);
        // Fitted music is analysed first, so that the show need not wait.
        if ((await shows.FindAsync(job.ShowId, cancel))?.Show.Cues.Any(c => c.SoundId == soundId && c.Fit is not null) == true) await library.Fits.PieceAsync(file.Hash, cancel, progress);
        await library.Loudness.PrepareAsync([new(file.Hash, 1)], cancel);
        await changes.ApplyAsync(job.ShowId, show => new ReplaceSound(soundId, file.Hash, file.Name, prepared.Figures) { Video = show.Sound(soundId).Video is null ? null : prepared.Video }, cancel);
        return soundId;
    }
}

/// <summary>A sound and its new file.</summary>
internal sealed record Replacement(string SoundId, UploadedFile File) : INeedsFiles
{
    IEnumerable<string> INeedsFiles.Files => [File.Hash];
}
