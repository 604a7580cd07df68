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
    public const string JobKind = "sound";

    public string Kind => JobKind;

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var file = JsonSerializer.Deserialize<NewSound>(job.Input, ShowJson.Options)!;
        var prepared = await library.PrepareAsync(file.Hash, file.Name, progress, cancel);
        var stored = await shows.FindAsync(job.ShowId, cancel) ?? throw new RuleException("The show this sound was for is no longer there.");
        if (stored.Show.Sounds.FirstOrDefault(s => s.Media == file.Hash && !s.Removed) is { } there) return there.Id;
        var sound = Sound.BroughtIn(NewId.Next(), file.Hash, file.Name, prepared.Figures, prepared.Tags, file.Kind);
        Edit edit = new AddSound(sound, int.MaxValue);
        if (file.SlideId is { } slideId && stored.Show.SlideIndex(slideId) >= 0)
            edit = new Several([edit, new PlaceCue(CueDefaults.For(stored.Show, sound, slideId, NewId.Next()), int.MaxValue)], edit.Sentence(stored.Show));
        await changes.ApplyAsync(job.ShowId, null, edit, cancel);
        return sound.Id;
    }
}
