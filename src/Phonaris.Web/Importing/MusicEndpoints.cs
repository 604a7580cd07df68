using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Matching;
using Phonaris.Storage;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Importing;

/// <summary>The music of another show: where it would go, and placing it there.</summary>
internal static class MusicEndpoints
{
    public static void MapMusic(this RouteGroupBuilder api)
    {
        api.MapGet("/shows/{id}/music-of/{other}", async Task<Results<Ok<List<CarriedMusic>>, NotFound>> (string id, string other, string by, ShowStore shows, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } to && await shows.FindAsync(other, cancel) is { } from
                ? TypedResults.Ok(CarriedMusic.Propose(from.Show, to.Show, Enum.TryParse<SlideMatching>(by, ignoreCase: true, out var known) ? known : SlideMatching.Sections).ToList())
                : TypedResults.NotFound());

        api.MapPost("/shows/{id}/music-of/{other}", async Task<Results<Ok<Edited>, NotFound>> (
            string id, string other, PlacedMusic laid, ShowStore shows, ShowChanges changes, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null || await shows.FindAsync(other, cancel) is not { } from) return TypedResults.NotFound();
            var wanted = laid.CueIds.ToHashSet();
            return await changes.AnswerAsync(await changes.ApplyAsync(
                id, to => CarriedMusic.ToEdit(from.Show, to, CarriedMusic.Propose(from.Show, to, laid.By).Where(c => wanted.Contains(c.CueId)), NewId.Next), cancel));
        });
    }
}

/// <summary>The cues of another show to place.</summary>
/// <param name="By">How slides are matched.</param>
/// <param name="CueIds">The ids of the cues in the other show.</param>
public sealed record PlacedMusic(SlideMatching By, ValueList<string> CueIds);
