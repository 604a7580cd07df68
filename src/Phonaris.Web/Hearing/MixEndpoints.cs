using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>A show's sound, in chunks.</summary>
internal static class MixEndpoints
{
    // A page that names what it has (If-None-Match) is told quickly that nothing changed.
    public static void MapMix(this RouteGroupBuilder api) =>
        api.MapGet("/shows/{id}/sound/{chunk:int}", async Task<Results<FileContentHttpResult, StatusCodeHttpResult, NotFound>> (
            string id, int chunk, string? only, ShowStore shows, SoundLibrary sounds, Mixes mixes, HttpContext http, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
            if (mixes.Key(stored, only, chunk) is not { } key) return TypedResults.NotFound();
            var tag = $"\"{key}\"";
            http.Response.Headers.CacheControl = "private, no-cache";
            http.Response.Headers.ETag = tag;
            if (http.Request.Headers.IfNoneMatch == tag) return TypedResults.StatusCode(StatusCodes.Status304NotModified);
            return Chunks.Answer(mixes.Chunk(stored, only, chunk, key));
        });
}
