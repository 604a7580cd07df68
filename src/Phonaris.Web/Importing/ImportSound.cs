using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Importing;

/// <summary>The job that decodes a sound, adds it to its show, and places it if requested; the same file twice is one sound.</summary>
internal sealed class ImportSound(SoundLibrary library, ShowChanges changes) : IJobWork
{
    public const string JobKind = "sound";

    public string Kind => JobKind;

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var file = JsonSerializer.Deserialize<NewSound>(job.Input, ShowJson.Options)!;
        var prepared = await library.PrepareAsync(file.Hash, file.Name, progress, cancel);
        // Ducking depends on it, so it is available before anything is placed.
        await library.Loudness.PrepareAsync([new(file.Hash, 1)], cancel);
        var sound = prepared.ToSound(NewId.Next(), file.Hash, file.Name, file.Kind);
        var after = await changes.ApplyAsync(job.ShowId, show => ToEdit(show, sound, file, job.Id), cancel);
        return after.Show.FindSameFile(sound)!.Id;
    }

    /// <summary>What remains to be done: adding the sound if it is missing, and placing it. Null for nothing.</summary>
    /// <param name="show">The current show.</param>
    /// <param name="sound">The imported sound; if the show already has the same file, that one is used.</param>
    /// <param name="file">Where to place it.</param>
    /// <param name="id">The id of the cue and of its slide, fixed so that a job resumed after a restart does nothing twice.</param>
    private static Several? ToEdit(Show show, Sound sound, NewSound file, string id)
    {
        var there = show.FindSameFile(sound);
        List<Edit> edits = there is null ? [new AddSound(sound, int.MaxValue)] : [];
        var used = there ?? sound;
        if (show.FindCue(id) is null)
        {
            if (file.Index is { } index && used.Video is not null) edits.AddRange(OnItsOwn(show, used, index, id));
            else if (file.SlideId is { } slideId && show.SlideIndex(slideId) >= 0) edits.Add(new PlaceCue(CueDefaults.For(show, used, slideId, id), int.MaxValue));
        }
        return edits.Count == 0 ? null : new([.. edits], there is null ? edits[0].Sentence(show) : $"Placed {used.Name} on a slide");
    }

    /// <summary>A slide for a video alone, as long as the video.</summary>
    private static IEnumerable<Edit> OnItsOwn(Show show, Sound video, int index, string id)
    {
        var hold = Math.Clamp((video.Frames + Frames.PerMs - 1) / Frames.PerMs, Slide.LeastHoldMs, Slide.GreatestHoldMs);
        var slide = Cards.Slide(id, new(CardKind.Plain, video.Name, "")) with { HoldMs = hold, StaysFor = id };
        yield return new AddSlides([slide], index);
        var with = show with { Slides = [.. show.Slides, slide] };
        yield return new PlaceCue(CueDefaults.For(with, video, slide.Id, id) with { Video = new(0, 0, 1, 1) }, int.MaxValue);
    }
}
