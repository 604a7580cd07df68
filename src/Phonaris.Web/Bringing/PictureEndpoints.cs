using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Media.Pictures;
using Phonaris.Storage;

namespace Phonaris.Web.Bringing;

/// <summary>The pictures of slides.</summary>
internal static class PictureEndpoints
{
    private static readonly int[] Widths = [DrawDeck.RowWidth, 1280, 1920];

    public static void MapPictures(this RouteGroupBuilder api) =>
        // The address carries what the picture is of, so that it can be kept for good.
        api.MapGet("/shows/{id}/slides/{slideId}/picture", async Task<Results<PhysicalFileHttpResult, NotFound>> (
            string id, string slideId, int width, string? of, ShowStore shows, SlidePictures pictures, HttpResponse response, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored || !Widths.Contains(width)) return TypedResults.NotFound();
            var source = stored.Show.Slide(slideId).Picture;
            var path = await pictures.PngAsync(source, width, cancel);
            response.Headers.CacheControl = of == $"{source.Media}-{source.Page}" ? "private, max-age=31536000, immutable" : "no-cache";
            return TypedResults.PhysicalFile(path, "image/png");
        });
}
