using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows;
using Phonaris.Formats;
using Phonaris.Formats.Decks;
using Phonaris.Media;
using Phonaris.Storage;
using Phonaris.Web.Hosting;

namespace Phonaris.Web.Importing;

/// <summary>
/// Files from a page to disk by the open protocol for resumable uploads, tus 1.0.0, with its extensions creation, creation-defer-length
/// and termination. Metadata: <c>filename</c> and <c>purpose</c> (deck, show, sound, video or take).
/// </summary>
internal static class UploadEndpoints
{
    private const string Version = "1.0.0";

    public static void MapUploads(this RouteGroupBuilder api)
    {
        api.MapPost("/uploads", async (HttpRequest request, HttpResponse response, UploadStore uploads, AppPaths paths) =>
        {
            var metadata = Metadata(request.Headers["Upload-Metadata"].ToString());
            var (name, purpose) = (Names.Plain(metadata.GetValueOrDefault("filename", "file")), metadata.GetValueOrDefault("purpose", "sound"));
            var length = Number(request.Headers["Upload-Length"]);
            var (most, tooLarge) = purpose switch
            {
                "deck" => (DeckFormats.GreatestBytes, DeckFormats.TooLarge(name)),
                "show" => (ShowPackage.GreatestBytes, ShowPackage.TooLarge(name)),
                "video" => (VideoFigures.GreatestBytes, VideoFigures.TooLarge(name)),
                _ => (Sound.GreatestBytes, Sound.TooLarge(name)),
            };
            if (length > most) throw tooLarge;
            await uploads.ExpireAsync();
            // The space reserved for uploads in progress is not available to this one.
            Room.Need(paths.Uploads, (length ?? 0) + await uploads.IncomingBytesAsync(), name);
            var id = NewId.Next();
            await uploads.CreateAsync(id, new(name, purpose, length, most));
            response.Headers["Tus-Resumable"] = Version;
            return TypedResults.Created($"/api/uploads/{id}");
        });

        api.MapMethods("/uploads/{id}", ["HEAD"], async Task<Results<Ok, NotFound>> (string id, HttpResponse response, UploadStore uploads) =>
        {
            if (await uploads.FindAsync(id) is not { } upload) return TypedResults.NotFound();
            response.Headers["Tus-Resumable"] = Version;
            response.Headers.CacheControl = "no-store";
            response.Headers["Upload-Offset"] = $"{upload.Offset}";
            if (upload.Length is { } length) response.Headers["Upload-Length"] = $"{length}";
            return TypedResults.Ok();
        });

        api.MapPatch("/uploads/{id}", async Task<Results<NoContent, NotFound, Conflict>> (
            string id, HttpRequest request, HttpResponse response, UploadStore uploads, CancellationToken cancel) =>
        {
            try
            {
                // The upload's own limit applies.
                if (request.HttpContext.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } limit) limit.MaxRequestBodySize = null;
                var offset = Number(request.Headers["Upload-Offset"]) ?? -1;
                var upload = await uploads.AppendAsync(id, offset, Number(request.Headers["Upload-Length"]), request.Body, cancel);
                response.Headers["Tus-Resumable"] = Version;
                response.Headers["Upload-Offset"] = $"{upload.Offset}";
                return TypedResults.NoContent();
            }
            catch (UploadException e)
            {
                return e.Fault == UploadFault.Unknown ? TypedResults.NotFound() : TypedResults.Conflict();
            }
        }).Accepts<IFormFile>("application/offset+octet-stream");

        api.MapDelete("/uploads/{id}", async (string id, UploadStore uploads) =>
        {
            await uploads.DeleteAsync(id);
            return TypedResults.NoContent();
        });

        // The hash of a complete upload.
        api.MapGet("/uploads/{id}", async Task<Results<Ok<UploadedFile>, NotFound>> (string id, UploadStore uploads) =>
            await uploads.FindAsync(id) is { Hash: { } hash } upload ? TypedResults.Ok(new UploadedFile(hash, upload.Name)) : TypedResults.NotFound());
    }

    /// <summary>Comma-separated pairs of a key and a base 64 value, as in tus.</summary>
    private static Dictionary<string, string> Metadata(string header)
    {
        Dictionary<string, string> values = [];
        foreach (var pair in header.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
        {
            var parts = pair.Split(' ', 2);
            var bytes = new byte[parts.Length > 1 ? parts[1].Length : 0];
            if (parts.Length > 1 && Convert.TryFromBase64String(parts[1], bytes, out var count)) values[parts[0]] = Encoding.UTF8.GetString(bytes, 0, count);
        }
        return values;
    }

    /// <summary>The number in a header; null when it is missing.</summary>
    /// <exception cref="RuleException">It is invalid or negative.</exception>
    private static long? Number(string? header) =>
        string.IsNullOrEmpty(header) ? null
        : long.TryParse(header, NumberStyles.None, CultureInfo.InvariantCulture, out var value) ? value
        : throw new RuleException("Lengths and offsets of an upload must be whole numbers of bytes and must not be negative.", "length");
}
