using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Importing;

/// <summary>The job that decodes a sound and adds it to its show; the same file twice is one sound, laid wherever it is let go.</summary>
internal sealed class ImportSound(SoundLibrary library, ShowChanges changes) : IJobWork
{
    public const string JobKind = "sound";

    public string Kind => JobKind;

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var file = JsonSerializer.Deserialize<NewSound>(job.Input, ShowJson.Options)!;
        var prepared = await library.PrepareAsync(file.Hash, file.Name, progress, cancel);
        // Beds are ducked under voices by it: it is there before anything is laid.
        await library.Loudness.PrepareAsync([new(file.Hash, 1)], cancel);
        var sound = prepared.ToSound(NewId.Next(), file.Hash, file.Name, file.Kind);
        var after = await changes.ApplyAsync(job.ShowId, show => ToEdit(show, sound, file, job.Id), cancel);
        return after.Show.FindSameFile(sound)!.Id;
    }

    /// <summary>What is still to be done: the sound to be added where it is not there, and laid where it is to lie. Null for nothing.</summary>
    /// <param name="show">The show as it is.</param>
    /// <param name="sound">The sound as imported; where the show has the same file already, that one is used.</param>
    /// <param name="file">Where it is to lie.</param>
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

    /// <summary>A slide with nothing on it but a video, for as long as that lasts.</summary>
    private static IEnumerable<Edit> OnItsOwn(Show show, Sound video, int index, string id)
    {
        var hold = Math.Clamp((video.Frames + Frames.PerMs - 1) / Frames.PerMs, Slide.LeastHoldMs, Slide.GreatestHoldMs);
        var slide = Cards.Slide(id, new(CardKind.Plain, video.Name, "")) with { HoldMs = hold, StaysFor = id };
        yield return new AddSlides([slide], index);
        var with = show with { Slides = [.. show.Slides, slide] };
        yield return new PlaceCue(CueDefaults.For(with, video, slide.Id, id) with { Video = new(0, 0, 1, 1) }, int.MaxValue);
    }
}
