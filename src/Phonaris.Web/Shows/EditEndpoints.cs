using Microsoft.AspNetCore.Mvc;
using Phonaris.Storage;

namespace Phonaris.Web.Shows;

/// <summary>
/// Changes of a show. Each response contains what it changed. A request with an Idempotency-Key can be repeated when its response
/// was lost: it is carried out once.
/// </summary>
internal static class EditEndpoints
{
    private const string IdempotencyKey = "Idempotency-Key";

    public static void MapEdits(this RouteGroupBuilder api)
    {
        api.MapPost("/shows/{id}/edits", async (string id, MadeEdit made, [FromHeader(Name = IdempotencyKey)] string? key, ShowChanges changes, CancellationToken cancel) =>
            await changes.AnswerAsync(await changes.ApplyAsync(id, made, cancel, key)));

        api.MapPost("/shows/{id}/undo", async (string id, string? sender, long? revision, [FromHeader(Name = IdempotencyKey)] string? key, ShowChanges changes, CancellationToken cancel) =>
            await changes.AnswerAsync(await changes.UndoAsync(id, sender, cancel, revision, key)));

        api.MapPost("/shows/{id}/redo", async (string id, string? sender, long? revision, [FromHeader(Name = IdempotencyKey)] string? key, ShowChanges changes, CancellationToken cancel) =>
            await changes.AnswerAsync(await changes.RedoAsync(id, sender, cancel, revision, key)));

        api.MapPost("/shows/{id}/wind", async (string id, int position, ShowChanges changes, CancellationToken cancel) =>
            await changes.AnswerAsync(await changes.WindAsync(id, position, cancel)));

        api.MapGet("/shows/{id}/history", async (string id, int? most, ShowStore shows, CancellationToken cancel) =>
            TypedResults.Ok(await shows.HistoryAsync(id, Math.Clamp(most ?? 200, 1, 100_000), cancel)));

        api.MapPost("/shows/{id}/drops", async (string id, Drop drop, ShowChanges changes, CancellationToken cancel) =>
        {
            var cueId = NewId.Next();
            return new Dropped(cueId, await changes.EditedAsync(await changes.ApplyAsync(id, show => drop.ToEdit(show, cueId), cancel)));
        });
    }
}
