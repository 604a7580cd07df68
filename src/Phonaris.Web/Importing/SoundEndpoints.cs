using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows;
using Phonaris.Formats;
using Phonaris.Media.Sounds;
using Phonaris.Media.Videos;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Importing;

/// <summary>Sounds: import, measurements, samples.</summary>
internal static class SoundEndpoints
{
    private const int MostColumns = 4000;

    private static readonly TimeSpan LostAfter = TimeSpan.FromSeconds(5);

    public static void MapSounds(this RouteGroupBuilder api)
    {
        api.MapPost("/shows/{id}/sounds", async Task<Results<Accepted<JobView>, NotFound>> (
            string id, NewSound file, ShowStore shows, FileStore files, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null) return TypedResults.NotFound();
            var kind = SoundArchive.Recognises(file.File.PathIn(files)) ? ImportSounds.JobKind : ImportSound.JobKind;
            return TypedResults.Accepted((string?)null, await jobs.AddAsync(id, kind, file.Name, file, cancel));
        });

        // Recordings that were interrupted, for example because the page was closed.
        api.MapGet("/shows/{id}/takes", async (string id, UploadStore uploads) => TypedResults.Ok(
            (await uploads.UnfinishedAsync($"take-{id}", LostAfter)).Select(u => new InterruptedTake(u.Id, u.Upload.Name, u.Upload.Offset)).ToList()));

        api.MapPost("/shows/{id}/sounds/{soundId}/replace", async Task<Results<Accepted<JobView>, NotFound>> (
            string id, string soundId, UploadedFile file, ShowStore shows, FileStore files, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            stored.Show.Sound(soundId);
            file.PathIn(files);
            return TypedResults.Accepted((string?)null, await jobs.AddAsync(id, ReplaceFile.JobKind, file.Name, new Replacement(soundId, file), cancel));
        });

        api.MapPost("/shows/{id}/sounds/{soundId}/lighter", async Task<Results<Accepted<JobView>, NotFound>> (
            string id, string soundId, ShowStore shows, JobRunner jobs, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } stored
                ? TypedResults.Accepted((string?)null, await jobs.AddAsync(id, MakeLighter.JobKind, stored.Show.Sound(soundId).Name, soundId, cancel))
                : TypedResults.NotFound());

        api.MapGet("/shows/{id}/sounds/{soundId}/weight", async Task<Results<Ok<SoundWeight>, NotFound>> (
            string id, string soundId, ShowStore shows, FileStore files, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var sound = stored.Show.Sound(soundId);
            return TypedResults.Ok(SoundWeight.Of(new FileInfo(files.PathOf(sound.Media)).Length, sound));
        });

        api.MapGet("/shows/{id}/sounds/{soundId}/cover", async Task<Results<PhysicalFileHttpResult, NotFound>> (
            string id, string soundId, ShowStore shows, SoundLibrary library, HttpResponse response, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            if (await library.CoverAsync(stored.Show.Sound(soundId).Media, cancel) is not { } path) return TypedResults.NotFound();
            response.Headers.CacheControl = "private, max-age=3600";
            return TypedResults.PhysicalFile(path, "image/png");
        });

        api.MapGet("/shows/{id}/credits", async Task<Results<ContentHttpResult, NotFound>> (string id, ShowStore shows, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } stored ? TypedResults.Text(string.Join('\n', Credits.Of(stored.Show)) + "\n") : TypedResults.NotFound());

        api.MapGet("/shows/{id}/sounds/{soundId}/peaks", async Task<Results<Ok<List<double>>, NotFound>> (
            string id, string soundId, long from, long to, int columns, ShowStore shows, SoundLibrary library, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var peaks = new float[Math.Clamp(columns, 1, MostColumns)];
            library.Peaks(stored.Show.Sound(soundId).Media).Read(from, Math.Max(from, to), peaks);
            return TypedResults.Ok(peaks.Select(p => Math.Round(p, 3)).ToList());
        });

        // The sound unchanged.
        api.MapGet("/shows/{id}/sounds/{soundId}/samples", async Task<Results<FileContentHttpResult, NoContent, NotFound>> (
            string id, string soundId, long from, long to, ShowStore shows, SoundLibrary library, HttpResponse response, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var sound = library.Open(stored.Show.Sound(soundId).Media);
            if (Stretches.Within(from, to, sound.Frames) is not var (start, end)) return TypedResults.NoContent();
            var samples = new float[(end - start) * Frames.Channels];
            sound.Read(start, samples);
            response.Headers.CacheControl = "private, max-age=31536000, immutable";
            return Stretches.Answer(Stretches.Planar(samples));
        });
    }
}

/// <summary>An interrupted recording.</summary>
/// <param name="Id">Its upload.</param>
/// <param name="Name">Its name.</param>
/// <param name="Bytes">How much of it has arrived.</param>
public sealed record InterruptedTake(string Id, string Name, long Bytes);

/// <summary>The size of a sound.</summary>
/// <param name="Bytes">The imported file, which is what it adds to an exported show.</param>
/// <param name="LighterBytes">The approximate size after compression; null when that would not be worth it.</param>
public sealed record SoundWeight(long Bytes, long? LighterBytes)
{
    private const long HeavyBytes = 100_000_000;

    internal static SoundWeight Of(long bytes, Sound sound)
    {
        var lighter = sound.Video is null ? sound.Frames / Frames.PerSecond * SoundEncoder.LighterBytesPerSecond : VideoPictures.LighterBytes(sound);
        return new(bytes, bytes > HeavyBytes && lighter < bytes / 2 ? lighter : null);
    }
}
