using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;
using Phonaris.Media.Videos;
using Phonaris.Storage;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Importing;

/// <summary>The job that compresses a large sound or video and replaces it; the imported file is kept for undo.</summary>
internal sealed class MakeLighter(SoundLibrary library, VideoPictures videos, FileStore files, FileUses uses, AppPaths paths, ShowStore shows, ShowChanges changes) : IJobWork
{
    public const string JobKind = "lighter";

    public string Kind => JobKind;

    public bool IsLong => true;

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var soundId = JsonSerializer.Deserialize<string>(job.Input, ShowJson.Options)!;
        var sound = (await shows.FindAsync(job.ShowId, cancel))!.Show.Sound(soundId);
        var ending = sound.Video is null ? ".ogg" : ".mp4";
        var path = Path.Combine(paths.Work, $"{job.Id}{ending}");
        Directory.CreateDirectory(paths.Work);
        try
        {
            if (sound.Video is null) await SoundEncoder.LighterAsync(library.Open(sound.Media), path, progress, cancel);
            else await videos.LighterAsync(sound, path, progress, cancel);
            await using var copy = File.OpenRead(path);
            var hash = await files.PutAsync(copy, VideoFigures.GreatestBytes, () => VideoFigures.TooLarge(sound.FileName), cancel, uses.ClaimFor(job));
            var name = Path.ChangeExtension(sound.FileName, ending);
            var prepared = await library.PrepareAsync(hash, name, null, cancel);
            await changes.ApplyAsync(job.ShowId, show => show.Sound(soundId).Media != sound.Media ? null : new ReplaceSound(soundId, hash, name, prepared.Figures) { Video = sound.Video is null ? null : prepared.Video }, cancel);
            return soundId;
        }
        finally
        {
            File.Delete(path);
        }
    }
}
