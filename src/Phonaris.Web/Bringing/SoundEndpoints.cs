using System.Runtime.InteropServices;
using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Bringing;

/// <summary>Sounds: bring in, look at, listen to.</summary>
internal static class SoundEndpoints
{
    private const int MostColumns = 4000;

    public static void MapSounds(this RouteGroupBuilder api)
    {
        api.MapPost("/shows/{id}/sounds", async Task<Results<Accepted<JobView>, NotFound>> (
            string id, BroughtFile file, ShowStore shows, FileStore files, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null) return TypedResults.NotFound();
            file.PathIn(files);
            return TypedResults.Accepted((string?)null, await jobs.AddAsync(id, "sound", file.Name, file, cancel));
        });

        api.MapGet("/shows/{id}/sounds/{soundId}/peaks", async Task<Results<Ok<List<double>>, NotFound>> (
            string id, string soundId, long from, long to, int columns, ShowStore shows, SoundLibrary library, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var peaks = new float[Math.Clamp(columns, 1, MostColumns)];
            library.Peaks(stored.Show.Sound(soundId).Media).Read(from, Math.Max(from, to), peaks);
            return TypedResults.Ok(peaks.Select(p => Math.Round(p, 3)).ToList());
        });

        // One second of the sound as it is: interleaved stereo, 32-bit float, 48 kHz.
        api.MapGet("/shows/{id}/sounds/{soundId}/samples/{second:int}", async Task<Results<FileContentHttpResult, NotFound>> (
            string id, string soundId, int second, ShowStore shows, SoundLibrary library, HttpResponse response, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var sound = library.Open(stored.Show.Sound(soundId).Media);
            var start = (long)second * Frames.PerSecond;
            if (second < 0 || start >= sound.Frames) return TypedResults.NotFound();
            var samples = new float[(int)Math.Min(Frames.PerSecond, sound.Frames - start) * Frames.Channels];
            sound.Read(start, samples);
            response.Headers.CacheControl = "private, max-age=31536000, immutable";
            return TypedResults.Bytes(MemoryMarshal.AsBytes(samples.AsSpan()).ToArray(), "application/octet-stream");
        });
    }
}
