using System.Text.Json;
using Phonaris.Core;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Bringing;

/// <summary>The job that decodes a sound and adds it to its show; the same file twice is one sound.</summary>
internal sealed class BringSound(SoundLibrary library, ShowStore shows, ShowChanges changes) : IJobWork
{
    public string Kind => "sound";

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var file = JsonSerializer.Deserialize<BroughtFile>(job.Input, ShowJson.Options)!;
        var figures = await library.PrepareAsync(file.Hash, file.Name, progress, cancel);
        var stored = await shows.FindAsync(job.ShowId, cancel) ?? throw new RuleException("The show this sound was for is no longer there.");
        if (stored.Show.Sounds.FirstOrDefault(s => s.Media == file.Hash) is { } there) return there.Id;
        var sound = new Sound(
            NewId.Next(), Names.FromFile(file.Name), SoundKinds.Guess(figures.Frames), file.Hash, file.Name, figures.Frames,
            figures.LoudnessLufs, figures.LoudestLufs);
        await changes.ApplyAsync(job.ShowId, null, new AddSound(sound, int.MaxValue), cancel);
        return sound.Id;
    }
}
