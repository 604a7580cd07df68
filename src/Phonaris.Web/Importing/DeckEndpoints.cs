using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Matching;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Formats.Decks;
using Phonaris.Storage;
using Phonaris.Web.Jobs;
using Phonaris.Web.Reading;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Importing;

/// <summary>Decks: create a show from one, add its slides, refresh, join with exact pages.</summary>
internal static class DeckEndpoints
{
    public static void MapDecks(this RouteGroupBuilder api)
    {
        api.MapPost("/shows", async Task<Created<ShowCard>> (
            NewShow asked, ShowChanges changes, DeckReaders readers, FileStore files, JobRunner jobs, CancellationToken cancel) =>
        {
            var deck = asked.Files.Count == 0 ? null : await UploadedFile.ReadDeckAsync(asked.Files, readers, files, cancel);
            var title = asked.Title ?? (asked.Files.Count > 0 ? Names.FromFile(asked.Files[0].Name) : "Untitled show");
            var show = Show.Empty(RenameShow.Validate(title));
            var slides = deck?.ToSlides(NewId.Next, asked.HoldMs ?? Slide.DefaultHoldMs) ?? [];
            if (deck is not null) show = show.Apply(deck.ToEdit(show, slides, 0, NewId.Next)).Show;
            var id = NewId.Next();
            var stored = await changes.AddAsync(id, show, deck is null ? null : ImportDeck.JobFor(jobs, id, asked.Files[0].Name, deck, slides), cancel);
            return TypedResults.Created($"/api/shows/{stored.Id}", ShowViews.Card(stored));
        });

        // What a deck contains and what it can be used for, before anything is done.
        api.MapPost("/shows/{id}/deck/look", async Task<Results<Ok<DeckLook>, NotFound>> (
            string id, ImportedDeck brought, ShowStore shows, DeckReaders readers, FileStore files, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } stored ? TypedResults.Ok(DeckLook.Of(stored.Show, await brought.ReadAsync(readers, files, cancel))) : TypedResults.NotFound());

        api.MapPost("/shows/{id}/deck", async Task<Results<Ok<Edited>, NotFound>> (
            string id, NewSlides asked, ShowStore shows, ShowChanges changes, DeckReaders readers, FileStore files, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null) return TypedResults.NotFound();
            var deck = (await UploadedFile.ReadDeckAsync(asked.Files, readers, files, cancel)).Only(asked.Numbers);
            var slides = deck.ToSlides(NewId.Next, Slide.DefaultHoldMs);
            if (asked.Fills) slides = [.. slides.Select(s => s with { Picture = s.Picture with { Fills = true }, Deck = "" })];
            return await changes.AnswerAsync(await changes.ApplyAsync(
                id,
                show => deck.ToEdit(show, slides, asked.Index, NewId.Next),
                _ => ImportDeck.JobFor(jobs, id, asked.Files[0].Name, deck, slides),
                cancel));
        });

        api.MapPost("/shows/{id}/deck/refresh", async Task<Results<Ok<Edited>, NotFound>> (
            string id, RefreshedDeck brought, ShowStore shows, ShowChanges changes, DeckReaders readers, FileStore files, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null) return TypedResults.NotFound();
            var fromDeck = brought.FromDeck?.ToHashSet();
            var deck = await new ImportedDeck(brought.Files).ReadAsync(readers, files, cancel);
            var coming = deck.ToSlides(NewId.Next, Slide.DefaultHoldMs);
            var name = brought.Files[0].Name;
            return await changes.AnswerAsync(await changes.ApplyAsync(
                id,
                show => Refresh.ToEdit(show, Refresh.Plan(show, Refresh.DeckFor(show, coming), coming), coming, name, fromDeck),
                // The sounds of the deck were imported with it the first time.
                after => ImportDeck.JobFor(jobs, id, name, deck with { Sounds = [] }, [.. after.Slides.Where(s => s.Deck == coming[0].Deck)]),
                cancel));
        });

        api.MapPost("/shows/{id}/deck/join", async Task<Results<Ok<Edited>, NotFound>> (
            string id, MatchedPages asked, ShowStore shows, ShowChanges changes, DeckReaders readers, FileStore files, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null) return TypedResults.NotFound();
            var deck = await UploadedFile.ReadDeckAsync(asked.Files, readers, files, cancel);
            return await changes.AnswerAsync(await changes.ApplyAsync(
                id,
                show => PageMatch.ToEdit(show.Slides, [.. deck.Slides.Select(s => s.Picture)], asked.Joined),
                after => ImportDeck.JobFor(jobs, id, asked.Files[0].Name, deck with { Sounds = [] }, after.Slides),
                cancel));
        });
    }
}

/// <summary>A show to create.</summary>
/// <param name="Title">Its title; by default from the first file.</param>
/// <param name="Files">The uploaded files of its deck; none for an empty show.</param>
/// <param name="HoldMs">The hold of its slides in milliseconds.</param>
public sealed record NewShow(string? Title, ValueList<UploadedFile> Files, long? HoldMs);

/// <summary>The uploaded files of a deck.</summary>
public sealed record ImportedDeck(ValueList<UploadedFile> Files)
{
    internal Task<Deck> ReadAsync(DeckReaders readers, FileStore files, CancellationToken cancel) => UploadedFile.ReadDeckAsync(Files, readers, files, cancel);
}

/// <summary>A deck to refresh a show with.</summary>
/// <param name="Files">The uploaded files of the deck.</param>
/// <param name="FromDeck">The slides that take the deck's title and notes when both were changed; null for none.</param>
public sealed record RefreshedDeck(ValueList<UploadedFile> Files, ValueList<string>? FromDeck = null);

/// <summary>Slides to add.</summary>
/// <param name="Files">The uploaded files of the deck.</param>
/// <param name="Index">The position of the first new slide; beyond the end means at the end.</param>
/// <param name="Numbers">The numbers of the slides in the deck; null for all.</param>
/// <param name="Fills">Whether each is a picture that fills its slide.</param>
public sealed record NewSlides(ValueList<UploadedFile> Files, int Index, ValueList<int>? Numbers = null, bool Fills = false);

/// <summary>Pages to join with slides.</summary>
/// <param name="Files">The uploaded file of the pages.</param>
/// <param name="Joined">For each page the index of its slide among all slides; -1 for none.</param>
public sealed record MatchedPages(ValueList<UploadedFile> Files, ValueList<int> Joined);

/// <summary>What a deck contains, and what it would change in a show.</summary>
/// <param name="Titles">The titles of its slides.</param>
/// <param name="Report">What was read.</param>
/// <param name="Refreshes">What a refresh would do to each slide; null when there is no deck to refresh.</param>
/// <param name="Joins">The slide each page would be joined with, by index; null when the file has no exact pages.</param>
/// <param name="Likely">The most likely intention.</param>
public sealed record DeckLook(
    ValueList<string> Titles, DeckReport Report, ValueList<RefreshLine>? Refreshes, ValueList<int>? Joins, DeckUse Likely)
{
    internal static DeckLook Of(Show show, Deck deck)
    {
        var coming = deck.ToSlides(NewId.Next, Slide.DefaultHoldMs);
        var exact = deck.Slides[0].Picture.Type == MediaTypes.Pdf;
        var refreshes = show.Slides.Any(s => s.Deck.Length > 0) ? Refresh.Plan(show, Refresh.DeckFor(show, coming), coming) : null;
        return new(
            [.. deck.Slides.Select(s => s.Title)],
            DeckReport.Of(deck, coming),
            refreshes,
            exact && show.Slides.Count > 0 ? [.. PageMatch.Propose(show.Slides, [.. deck.Slides.Select(s => s.Text)])] : null,
            Refresh.LikelyUse(refreshes ?? [], coming.Count, exact));
    }
}
