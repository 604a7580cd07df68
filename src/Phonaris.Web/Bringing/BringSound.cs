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
        var after = await changes.ApplyAsync(job.ShowId, show => Known(show, sound) is null ? ToEdit(show, sound, file) : null, cancel);
        return Known(after.Show, sound)!.Id;
    }

    /// <summary>The sound of a show that is of the same file.</summary>
    public static Sound? Known(Show show, Sound sound) => show.Sounds.FirstOrDefault(s => s.IsOfSameFile(sound) && !s.Removed);

    private static Edit ToEdit(Show show, Sound sound, NewSound file)
    {
        var added = new AddSound(sound, int.MaxValue);
        if (file.Index is { } index && sound.Video is not null) return new Several([added, .. OnItsOwn(show, sound, index)], added.Sentence(show));
        return file.SlideId is not { } slideId || show.SlideIndex(slideId) < 0
            ? added
            : new Several([added, new PlaceCue(CueDefaults.For(show, sound, slideId, NewId.Next()), int.MaxValue)], added.Sentence(show));
    }

    /// <summary>A slide with nothing on it but a video, for as long as that lasts.</summary>
    private static IEnumerable<Edit> OnItsOwn(Show show, Sound video, int index)
    {
        var hold = Math.Clamp((video.Frames + Frames.PerMs - 1) / Frames.PerMs, Slide.LeastHoldMs, Slide.GreatestHoldMs);
        var slide = Cards.Slide(NewId.Next(), new(CardKind.Plain, video.Name, "")) with { HoldMs = hold };
        yield return new AddSlides([slide], index);
        var with = show with { Slides = [.. show.Slides, slide] };
        yield return new PlaceCue(CueDefaults.For(with, video, slide.Id, NewId.Next()) with { Video = new(0, 0, 1, 1) }, int.MaxValue);
    }
}
