using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;
using Phonaris.Formats.TimingSheets;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Bringing;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;
using Phonaris.Web.Live;
using Phonaris.Web.Reading;

namespace Phonaris.Web.Shows;

/// <summary>Shows: list, make, read, delete.</summary>
internal static class ShowEndpoints
{
    public static void MapShows(this RouteGroupBuilder api)
    {
        api.MapGet("/shows", async (ShowStore shows, CancellationToken cancel) =>
            TypedResults.Ok((await shows.ListAsync(cancel)).Select(ShowViews.Card).ToList()));

        api.MapPost("/shows", async Task<Created<ShowCard>> (
            NewShow asked, ShowChanges changes, DeckReaders readers, FileStore files, JobRunner jobs, CancellationToken cancel) =>
        {
            var deck = asked.Files.Count == 0 ? null : await BroughtFile.ReadDeckAsync(asked.Files, readers, files, cancel);
            var title = asked.Title ?? (asked.Files.Count > 0 ? Names.FromFile(asked.Files[0].Name) : "Untitled show");
            var show = Show.Empty(RenameShow.Validate(title));
            var slides = deck?.ToSlides(NewId.Next, asked.HoldMs ?? Slide.DefaultHoldMs) ?? [];
            if (deck is not null) show = show.Apply(deck.ToEdit(show, slides, 0, NewId.Next)).Show;
            var id = NewId.Next();
            var stored = await changes.AddAsync(id, show, deck is null ? null : BringDeck.JobFor(jobs, id, asked.Files[0].Name, deck, slides), cancel);
            return TypedResults.Created($"/api/shows/{stored.Id}", ShowViews.Card(stored));
        });

        api.MapGet("/shows/{id}", async Task<Results<ShowAnswer, NotFound>> (string id, ShowStore shows, ShowViews views, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } stored ? await views.AnswerAsync(stored, cancel) : TypedResults.NotFound());

        // A show as it is kept, for one that cannot be opened: whoever mends it needs that.
        api.MapGet("/shows/{id}/written", async Task<Results<FileContentHttpResult, NotFound>> (string id, ShowStore shows, CancellationToken cancel) =>
            await shows.WrittenAsync(id, cancel) is { } json ? TypedResults.File(Encoding.UTF8.GetBytes(json), "application/json", $"show-{id}.json") : TypedResults.NotFound());

        api.MapGet("/shows/{id}/timing.{ending}", async Task<Results<ContentHttpResult, FileContentHttpResult, NotFound>> (
            string id, string ending, ShowStore shows, SoundLibrary sounds, CancellationToken cancel) =>
        {
            if (ending is not ("csv" or "html") || await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
            var text = TimingSheets.Text(TimingSheet.Of(stored.Show, sounds.Fits.Of), $".{ending}");
            return ending == "html"
                ? TypedResults.Content(text, "text/html; charset=utf-8")
                : TypedResults.File(Encoding.UTF8.GetBytes(text), "text/csv; charset=utf-8", "timing.csv");
        });

        // Deleted, a show lies aside for a while, and can be fetched back.
        api.MapDelete("/shows/{id}", async Task<NoContent> (string id, ShowStore shows, JobRunner jobs, LiveRuns runs, ClickerHost clickers, CancellationToken cancel) =>
        {
            await jobs.CancelAsync(id, _ => true, cancel);
            foreach (var run in runs.Of(id)) await clickers.ShutAsync(run);
            await shows.LayAsideAsync(id, cancel);
            return TypedResults.NoContent();
        });

        api.MapGet("/aside", async (ShowStore shows, CancellationToken cancel) => TypedResults.Ok(await shows.AsideAsync(cancel)));

        api.MapPost("/aside/{id}/back", async Task<Results<NoContent, NotFound>> (string id, ShowStore shows, CancellationToken cancel) =>
            await shows.FetchBackAsync(id, cancel) ? TypedResults.NoContent() : TypedResults.NotFound());

        api.MapDelete("/aside/{id}", async (string id, Housekeeping house, CancellationToken cancel) => TypedResults.Ok(new GivenBack(await house.GiveBackAsync(id, cancel))));

        api.MapGet("/shows/{id}/span", async Task<Results<Ok<Span>, NotFound>> (string id, string typed, ShowStore shows, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } stored ? TypedResults.Ok(Spans.Parse(typed, stored.Show)) : TypedResults.NotFound());
    }
}

/// <summary>A show to make.</summary>
/// <param name="Title">Its title; after the first file when left out.</param>
/// <param name="Files">The files of its deck, brought in before; none for a show without slides yet.</param>
/// <param name="HoldMs">The hold of its slides in milliseconds.</param>
public sealed record NewShow(string? Title, ValueList<BroughtFile> Files, long? HoldMs);

/// <summary>Room that was given back.</summary>
/// <param name="Bytes">How much, in bytes.</param>
public sealed record GivenBack(long Bytes);
