using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Formats.Decks;
using Phonaris.Storage;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Bringing;

/// <summary>Bringing in: first the file itself, streamed to disk, then what it is for.</summary>
internal static class FileEndpoints
{
    public static void MapFiles(this RouteGroupBuilder api)
    {
        api.MapPost("/files/deck", (string name, HttpRequest request, FileStore files, CancellationToken cancel) =>
            KeepAsync(name, request, files, DeckFormats.GreatestBytes, DeckFormats.TooLarge, cancel)).Accepts<IFormFile>("application/octet-stream");

        api.MapPost("/files/sound", (string name, HttpRequest request, FileStore files, CancellationToken cancel) =>
            KeepAsync(name, request, files, Sound.GreatestBytes, Sound.TooLarge, cancel)).Accepts<IFormFile>("application/octet-stream");

        api.MapPost("/shows/{id}/deck", async Task<Results<Ok<ShowView>, NotFound>> (
            string id, NewSlides asked, ShowStore shows, ShowChanges changes, ShowViews views, FileStore files, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null) return TypedResults.NotFound();
            var slides = BroughtFile.ReadDeck(asked.Files, files).ToSlides(NewId.Next, Slide.DefaultHoldMs);
            var after = await changes.ApplyAsync(id, null, new AddSlides(slides, asked.Index), cancel);
            await DrawDeck.QueueAsync(jobs, id, asked.Files[0].Name, slides, cancel);
            return TypedResults.Ok(await views.OfAsync(after, cancel));
        });
    }

    private static async Task<Ok<BroughtFile>> KeepAsync(
        string name, HttpRequest request, FileStore files, long most, Func<string, RuleException> tooLarge, CancellationToken cancel)
    {
        var plain = Names.Plain(name);
        if (request.ContentLength > most) throw tooLarge(plain);
        return TypedResults.Ok(new BroughtFile(await files.PutAsync(request.Body, most, () => tooLarge(plain), cancel), plain));
    }
}

/// <summary>Slides to add.</summary>
/// <param name="Files">The files of the deck, brought in before.</param>
/// <param name="Index">The position of the first new slide; beyond the end means at the end.</param>
public sealed record NewSlides(ValueList<BroughtFile> Files, int Index);
