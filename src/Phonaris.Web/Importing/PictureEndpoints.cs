using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows;
using Phonaris.Media.Pictures;
using Phonaris.Storage;
using Phonaris.Web.Reading;

namespace Phonaris.Web.Importing;

/// <summary>The pictures of slides.</summary>
internal static class PictureEndpoints
{
    private static readonly int[] Widths = [ImportDeck.RowWidth, 1280, 1920];

    public static void MapPictures(this RouteGroupBuilder api)
    {
        // An uploaded file as the picture of a step.
        api.MapPost("/pictures", async (UploadedFile file, DeckReaders readers, FileStore files, CancellationToken cancel) =>
            TypedResults.Ok((await UploadedFile.ReadDeckAsync([file], readers, files, cancel)).Slides[0].Picture));

        // The address contains the picture's id, so the response can be cached permanently.
        api.MapGet("/shows/{id}/slides/{slideId}/picture", async Task<Results<PhysicalFileHttpResult, NotFound>> (
            string id, string slideId, int width, int? step, string? of, ShowStore shows, SlidePictures pictures, HttpResponse response, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored || !Widths.Contains(width)) return TypedResults.NotFound();
            var source = Cards.Drawn(stored.Show, step is { } taken ? stored.Show.Slide(slideId).PictureAt(taken) : stored.Show.Slide(slideId).Picture);
            var path = await pictures.PngAsync(source, width, cancel);
            response.Headers.CacheControl = of == source.Key ? "private, max-age=31536000, immutable" : "no-cache";
            return TypedResults.PhysicalFile(path, "image/png");
        });

        api.MapGet("/shows/{id}/cues/{cueId}/hotspot", async Task<Results<PhysicalFileHttpResult, NotFound>> (
            string id, string cueId, ShowStore shows, SlidePictures pictures, CancellationToken cancel) =>
            (await shows.FindAsync(id, cancel))?.Show.Cue(cueId).Hotspot?.Picture is { } source
                ? TypedResults.PhysicalFile(await pictures.PngAsync(source, ImportDeck.RowWidth, cancel), "image/png")
                : TypedResults.NotFound());
    }
}
