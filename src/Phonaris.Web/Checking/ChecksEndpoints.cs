using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Checking;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Checking;

/// <summary>The findings of checks in a show, and the edit that fixes the safe ones.</summary>
internal static class ChecksEndpoints
{
    public static void MapChecks(this RouteGroupBuilder api)
    {
        api.MapGet("/shows/{id}/checks", async Task<Results<Ok<ChecksView>, NotFound>> (string id, ShowStore shows, MeasuredShows measured, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } stored ? TypedResults.Ok(ChecksView.Of(stored, await measured.FindingsAsync(stored, cancel))) : TypedResults.NotFound());

        api.MapPost("/shows/{id}/checks/fix", async Task<Results<Ok<Edited>, NotFound>> (string id, ShowStore shows, MeasuredShows measured, ShowChanges changes, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var find = await measured.FinderAsync(stored, cancel);
            return await changes.AnswerAsync(await changes.ApplyAsync(id, show => Checks.FixAutomatically(show, find), cancel));
        });
    }
}
