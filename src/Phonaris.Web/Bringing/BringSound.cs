using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Bringing;

/// <summary>The job that decodes a sound and adds it to its show; the same file twice is one sound.</summary>
internal sealed class BringSound(SoundLibrary library, ShowChanges changes) : IJobWork
{
    public const string JobKind = "sound";

    public string Kind => JobKind;

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var file = JsonSerializer.Deserialize<NewSound>(job.Input, ShowJson.Options)!;
        var prepared = await library.PrepareAsync(file.Hash, file.Name, progress, cancel);
        // Beds make room for voices by it: it is there before anything is laid.
        await library.Loudness.PrepareAsync([new(file.Hash, 1)], cancel);
        var sound = prepared.ToSound(NewId.Next(), file.Hash, file.Name, file.Kind);
        var after = await changes.ApplyAsync(job.ShowId, show => Known(show, sound) is null ? ToEdit(show, sound, file.SlideId) : null, cancel);
        return Known(after.Show, sound)!.Id;
    }

    /// <summary>The sound of a show that is of the same file.</summary>
    public static Sound? Known(Show show, Sound sound) => show.Sounds.FirstOrDefault(s => s.IsOfSameFile(sound) && !s.Removed);

    private static Edit ToEdit(Show show, Sound sound, string? slideId)
    {
        var added = new AddSound(sound, int.MaxValue);
        return slideId is null || show.SlideIndex(slideId) < 0
            ? added
            : new Several([added, new PlaceCue(CueDefaults.For(show, sound, slideId, NewId.Next()), int.MaxValue)], added.Sentence(show));
    }
}
