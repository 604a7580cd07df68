using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Formats.Decks;
using Phonaris.Media.Pictures;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Importing;

/// <summary>
/// The job behind a deck: imports its sounds, and draws the pictures of its slides in advance. Any picture can be requested
/// meanwhile. Its result is a report of what was read and what was not understood.
/// </summary>
internal sealed class ImportDeck(SlidePictures pictures, SoundLibrary library, FileStore files, FileUses uses, ShowChanges changes) : IJobWork
{
    public const string JobKind = "deck";

    /// <summary>The width of pictures in the run sheet, in pixels: doubled for high-density screens.</summary>
    public const int RowWidth = 320;

    // Shares of the progress, by duration.
    private const double SoundsShare = 0.3;

    public string Kind => JobKind;

    /// <summary>The job for slides from a deck, stored with them, so that no deck is added without its sounds.</summary>
    public static JobRow JobFor(JobRunner jobs, string showId, string name, Deck deck, ValueList<Slide> slides)
    {
        return jobs.New(showId, JobKind, name, new DeckWork(slides, deck.Sounds, DeckReport.Of(deck, slides), [.. deck.Slides.Select(s => s.Number)]));
    }

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var (slides, sounds, report, numbers) = JsonSerializer.Deserialize<DeckWork>(job.Input, ShowJson.Options)!;
        List<(int Slide, string Sentence)> missed = [];
        foreach (var (sound, n) in sounds.Select((s, n) => (s, n)))
        {
            try
            {
                if (!await BringAsync(job, sound, $"{job.Id}-{n}", slides, cancel))
                    missed.Add((numbers[sound.FirstSlide - 1], $"{sound.Name} was added but not placed because its slides were deleted."));
            }
            catch (RuleException e)
            {
                missed.Add((numbers[sound.FirstSlide - 1], e.Message));
            }
            progress.Report(SoundsShare * (n + 1) / sounds.Count);
        }
        var begun = sounds.Count > 0 ? SoundsShare : 0;
        await pictures.PrepareAsync([.. slides.Select(s => s.Picture)], RowWidth, progress.Part(begun, 1 - begun), cancel);
        return JsonSerializer.Serialize(report with { NotUnderstood = [.. report.NotUnderstood, .. SameOnSlides.Of(missed)] }, ShowJson.Options);
    }

    /// <summary>Adds a sound of the deck; returns whether one of its slides still exists.</summary>
    private async Task<bool> BringAsync(JobRow job, DeckSound found, string id, ValueList<Slide> slides, CancellationToken cancel)
    {
        var hash = await DeckFormats.ReadSoundAsync(
            files.PathOf(found.Deck), found, content => files.PutAsync(content, DeckFormats.MostSoundBytes, () => Sound.TooLarge(found.Name), cancel, uses.ClaimFor(job)));
        var prepared = await library.PrepareAsync(hash, found.Name, null, cancel);
        var sound = prepared.ToSound(id, hash, found.Name, found.Kind);
        var isPlaced = true;
        await changes.ApplyAsync(
            job.ShowId,
            show =>
            {
                // After a restart, work already done is skipped. If no slide of the deck is left, the import was undone.
                if (show.Cues.Any(c => c.Id == id) || show.Sounds.Any(s => s.Id == id) || !slides.Any(s => show.SlideIndex(s.Id) >= 0)) return null;
                var edit = (Several)found.ToEdit(show, sound, slides, id, job.Name);
                isPlaced = edit.Edits.Any(e => e is PlaceCue);
                return edit.Edits.Count == 0 ? null : edit;
            },
            cancel);
        return isPlaced;
    }
}

/// <summary>The input of the job.</summary>
/// <param name="Slides">The slides from the deck.</param>
/// <param name="Sounds">Its sounds.</param>
/// <param name="Report">The report so far.</param>
/// <param name="Numbers">The slides' numbers in the deck, from 1.</param>
internal sealed record DeckWork(ValueList<Slide> Slides, ValueList<DeckSound> Sounds, DeckReport Report, ValueList<int> Numbers) : INeedsFiles
{
    IEnumerable<string> INeedsFiles.Files => Sounds.Select(s => s.Deck).Concat(Slides.Select(s => s.Picture.Media)).Where(m => m.Length > 0).Distinct();
}

/// <summary>A report of an imported deck.</summary>
/// <param name="Slides">How many slides.</param>
/// <param name="Steps">The number of reveals, beyond the slides themselves.</param>
/// <param name="Sounds">How many sounds.</param>
/// <param name="NotUnderstood">What was not understood or not drawn, one sentence each.</param>
/// <param name="Offer">A sentence on how to get exact pictures; null when the pictures are exact.</param>
public sealed record DeckReport(int Slides, int Steps, int Sounds, ValueList<string> NotUnderstood, string? Offer)
{
    /// <summary>Reports on decks and the slides they become.</summary>
    internal static DeckReport Of(Deck deck, IReadOnlyCollection<Slide> slides)
    {
        var doubts = DeckWarnings.Of(deck.NotDrawn, deck.Fonts);
        return new(slides.Count, slides.Sum(s => s.Steps.Count - 1), deck.Sounds.Count, [.. deck.NotUnderstood, .. doubts.Warnings], doubts.Offer);
    }
}
