using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;

namespace Phonaris.Web.Shows;

/// <summary>Named versions of a show.</summary>
internal static class VersionEndpoints
{
    public static void MapVersions(this RouteGroupBuilder api)
    {
        api.MapGet("/shows/{id}/versions", async (string id, VersionStore kept, CancellationToken cancel) =>
            TypedResults.Ok(await kept.ListAsync(id, cancel)));

        api.MapPost("/shows/{id}/versions", async Task<Results<Ok<IReadOnlyList<StoredVersion>>, NotFound>> (
            string id, NewName named, ShowStore shows, VersionStore kept, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            await kept.KeepAsync(NewId.Next(), stored, named.Name, cancel);
            return TypedResults.Ok(await kept.ListAsync(id, cancel));
        });

        api.MapPost("/shows/{id}/versions/{versionId}/goback", async (
            string id, string versionId, ShowChanges changes, VersionStore kept, CancellationToken cancel) =>
        {
            var (name, show) = await kept.FindAsync(id, versionId, cancel) ?? throw new RuleException("That version no longer exists.", "version");
            return await changes.AnswerAsync(await changes.ApplyAsync(id, _ => new GoBack(show, name), cancel));
        });
    }
}
