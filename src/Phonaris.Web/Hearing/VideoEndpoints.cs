using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows;
using Phonaris.Media.Videos;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Hearing;

/// <summary>The pictures of videos: single ones, and browser versions.</summary>
internal static class VideoEndpoints
{
    private static readonly int[] Widths = [160, 320, 1280];

    public static void MapVideos(this RouteGroupBuilder api)
    {
        // The address contains the file's hash, so the response can be cached permanently.
        api.MapGet("/shows/{id}/videos/{media}/picture", async Task<Results<PhysicalFileHttpResult, NotFound>> (
            string id, string media, long frame, int width, ShowStore shows, VideoPictures pictures, HttpResponse response, CancellationToken cancel) =>
        {
            if (await FindAsync(shows, id, media, cancel) is not { } video || !Widths.Contains(width)) return TypedResults.NotFound();
            response.Headers.CacheControl = "private, max-age=31536000, immutable";
            return TypedResults.PhysicalFile(await pictures.PictureAsync(video, Math.Clamp(frame, 0, video.Frames - 1), width, cancel), "image/jpeg");
        });

        // Requested in ranges: of a long video only the visible part is sent. While its browser version is being made, only a client that waits gets it.
        api.MapGet("/shows/{id}/videos/{file}/file", async Task<Results<PhysicalFileHttpResult, NotFound>> (
            string id, string file, bool? wait, ShowStore shows, VideoPictures pictures, JobRunner jobs, JobStore kept, HttpResponse response, CancellationToken cancel) =>
        {
            response.Headers.CacheControl = "no-cache";
            if (await FindPartAsync(shows, id, file, cancel) is var (whole, part))
                return TypedResults.PhysicalFile(await pictures.PreparedAsync(whole, part, cancel), "video/mp4", enableRangeProcessing: true);
            if (await FindAsync(shows, id, file, cancel) is not { } video) return TypedResults.NotFound();
            if (wait == true) await pictures.PrepareAsync(video, null, cancel);
            if (pictures.FileOf(video) is { } path) return TypedResults.PhysicalFile(path, "video/mp4", enableRangeProcessing: true);
            await CopyVideo.QueueAsync(jobs, kept, id, video, again: false, cancel);
            return TypedResults.NotFound();
        });

        // Makes the browser version again after a failure or cancellation; viewing alone does not.
        api.MapPost("/shows/{id}/videos/{media}/copy", async Task<Results<NoContent, NotFound>> (
            string id, string media, ShowStore shows, JobRunner jobs, JobStore kept, CancellationToken cancel) =>
        {
            if (await FindAsync(shows, id, media, cancel) is not { } video) return TypedResults.NotFound();
            await CopyVideo.QueueAsync(jobs, kept, id, video, again: true, cancel);
            return TypedResults.NoContent();
        });
    }

    /// <summary>The part of a long video that a cue uses, by its id.</summary>
    private static async Task<(Sound Video, VideoFile Part)?> FindPartAsync(ShowStore shows, string id, string file, CancellationToken cancel)
    {
        if (!file.Contains('-', StringComparison.Ordinal) || await shows.FindAsync(id, cancel) is not { Show: var show }) return null;
        foreach (var cue in show.Cues.Where(c => c.Video is not null))
            if (show.Sound(cue.SoundId) is var video && VideoFile.Of(video, cue) is { IsPart: true } part && part.Name == file) return (video, part);
        return null;
    }

    private static async Task<Sound?> FindAsync(ShowStore shows, string id, string media, CancellationToken cancel) =>
        (await shows.FindAsync(id, cancel))?.Show.Sounds.FirstOrDefault(s => s.Media == media && s.Video is not null);
}
