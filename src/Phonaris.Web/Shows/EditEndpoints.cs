using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;
using Phonaris.Web.Hosting;

namespace Phonaris.Web.Shows;

/// <summary>Changes of a show. Each answers with what it changed, or with the show as it is after.</summary>
internal static class EditEndpoints
{
    public static void MapEdits(this RouteGroupBuilder api)
    {
        api.MapPost("/shows/{id}/edits", async (string id, MadeEdit made, ShowChanges changes, ShowViews views, CancellationToken cancel) =>
            TypedResults.Ok(await ToldAsync(await changes.ApplyAsync(id, made.Revision, made.Edit, cancel), views, cancel)));

        api.MapPost("/shows/{id}/undo", async (string id, ShowChanges changes, ShowViews views, CancellationToken cancel) =>
            TypedResults.Ok(await ToldAsync(await changes.UndoAsync(id, cancel), views, cancel)));

        api.MapPost("/shows/{id}/redo", async (string id, ShowChanges changes, ShowViews views, CancellationToken cancel) =>
            TypedResults.Ok(await ToldAsync(await changes.RedoAsync(id, cancel), views, cancel)));

        api.MapPost("/shows/{id}/wind", async (string id, int position, ShowChanges changes, ShowViews views, CancellationToken cancel) =>
            await views.AnswerAsync(await changes.WindAsync(id, position, cancel), cancel));

        api.MapGet("/shows/{id}/history", async (string id, ShowStore shows, CancellationToken cancel) =>
            TypedResults.Ok(await shows.HistoryAsync(id, cancel)));

        api.MapPost("/shows/{id}/drops", async Task<Results<Ok<Dropped>, NotFound>> (
            string id, Drop drop, ShowStore shows, ShowChanges changes, ShowViews views, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var cue = CueDefaults.For(stored.Show, stored.Show.Sound(drop.SoundId), drop.SlideId, NewId.Next()) with { DelayMs = drop.DelayMs };
            if (drop.StepId is { } step) cue = cue with { Start = CueStart.WithStep(step) };
            if (drop.ThroughSlideId is { } last) cue = cue with { Span = new(drop.SlideId, last) };
            var after = await changes.ApplyAsync(id, null, new PlaceCue(cue, int.MaxValue), cancel);
            return TypedResults.Ok(new Dropped(cue.Id, await views.OfAsync(after, cancel)));
        });
    }

    private static async Task<Edited> ToldAsync(StoredShow stored, ShowViews views, CancellationToken cancel) =>
        new(stored.Revision, await views.ChangeAsync(stored, cancel));
}

/// <summary>What became of a show by an edit.</summary>
/// <param name="Revision">Its revision now.</param>
/// <param name="Change">What is no longer as it was before this edit; null where that is not known, and the show must be asked for.</param>
public sealed record Edited(long Revision, ShowChange? Change);

/// <summary>An edit and the revision it was made on.</summary>
public sealed record MadeEdit(long Revision, Edit Edit);

/// <summary>A sound dropped on a slide.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="SlideId">The slide.</param>
/// <param name="StepId">The step it was dropped on; null for the slide itself.</param>
/// <param name="DelayMs">How long after that it begins, in milliseconds.</param>
/// <param name="ThroughSlideId">The last slide it is to cover; null for as far as its kind goes.</param>
public sealed record Drop(string SoundId, string SlideId, string? StepId = null, long DelayMs = 0, string? ThroughSlideId = null);

/// <summary>The cue a drop made, and the show with it.</summary>
public sealed record Dropped(string CueId, ShowView View);
