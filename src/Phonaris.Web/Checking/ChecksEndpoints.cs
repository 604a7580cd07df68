using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Checking;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Checking;

/// <summary>What a show should be warned about, and what of it can be put right at once.</summary>
internal static class ChecksEndpoints
{
    public static void MapChecks(this RouteGroupBuilder api)
    {
        api.MapGet("/shows/{id}/checks", async Task<Results<Ok<ChecksView>, NotFound>> (string id, ShowStore shows, MeasuredShows measured, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } stored ? TypedResults.Ok(ChecksView.Of(stored, await measured.FindingsAsync(stored, cancel))) : TypedResults.NotFound());

        api.MapPost("/shows/{id}/checks/put-right", async (string id, ShowStore shows, SoundLibrary sounds, MeasuredShows measured, ShowChanges changes, CancellationToken cancel) =>
        {
            IReadOnlyDictionary<string, string> troubles = new Dictionary<string, string>();
            if (await shows.FindAsync(id, cancel) is { } stored)
            {
                await measured.OfAsync(stored, cancel);
                troubles = await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
            }
            return await changes.AnswerAsync(await changes.ApplyAsync(id, show => Checks.PutRight(show, s => measured.Findings(s, troubles)), cancel));
        });
    }
}
