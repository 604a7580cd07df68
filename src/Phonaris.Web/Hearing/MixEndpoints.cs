using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>A show's sound, in stretches.</summary>
internal static class MixEndpoints
{
    // A page that sends its version (If-None-Match) quickly learns that nothing changed.
    public static void MapMix(this RouteGroupBuilder api) =>
        api.MapGet("/shows/{id}/sound", async Task<Results<FileContentHttpResult, StatusCodeHttpResult, NoContent, NotFound>> (
            string id, long from, long to, string? only, bool? matched, string? leftOut, ShowStore shows, SoundLibrary sounds, MeasuredShows measured, Mixes mixes, HttpContext http, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var how = new MixOptions(only, matched == true, leftOut);
            if (how.Matched) await measured.OfAsync(stored, cancel);
            else await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
            if (mixes.Find(stored, how, from, to) is not { } stretch) return TypedResults.NoContent();
            var tag = $"\"{stretch.Key}\"";
            http.Response.Headers.CacheControl = "private, no-cache";
            http.Response.Headers.ETag = tag;
            if (http.Request.Headers.IfNoneMatch == tag) return TypedResults.StatusCode(StatusCodes.Status304NotModified);
            return Stretches.Answer(mixes.Samples(stored, how, stretch));
        });
}
