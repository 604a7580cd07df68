using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;
using Phonaris.Web.Hosting;

namespace Phonaris.Web.Shows;

/// <summary>Changes of a show. Each answers with what it changed.</summary>
internal static class EditEndpoints
{
    public static void MapEdits(this RouteGroupBuilder api)
    {
        api.MapPost("/shows/{id}/edits", async (string id, MadeEdit made, ShowChanges changes, CancellationToken cancel) =>
            await changes.AnswerAsync(await changes.ApplyAsync(id, made, cancel)));

        api.MapPost("/shows/{id}/undo", async (string id, string? sender, ShowChanges changes, CancellationToken cancel) =>
            await changes.AnswerAsync(await changes.UndoAsync(id, sender, cancel)));

        api.MapPost("/shows/{id}/redo", async (string id, string? sender, ShowChanges changes, CancellationToken cancel) =>
            await changes.AnswerAsync(await changes.RedoAsync(id, sender, cancel)));

        api.MapPost("/shows/{id}/wind", async (string id, int position, ShowChanges changes, CancellationToken cancel) =>
            await changes.AnswerAsync(await changes.WindAsync(id, position, cancel)));

        api.MapGet("/shows/{id}/history", async (string id, ShowStore shows, CancellationToken cancel) =>
            TypedResults.Ok(await shows.HistoryAsync(id, cancel)));

        api.MapPost("/shows/{id}/drops", async (string id, Drop drop, ShowChanges changes, CancellationToken cancel) =>
        {
            var cueId = NewId.Next();
            return new Dropped(cueId, await changes.EditedAsync(await changes.ApplyAsync(id, show => drop.ToEdit(show, cueId), cancel)));
        });
    }
}

/// <summary>What became of a show by an edit.</summary>
/// <param name="Revision">Its revision now.</param>
/// <param name="Change">What is no longer as it was before this edit; null where that is not known, and the show must be asked for.</param>
public sealed record Edited(long Revision, ShowChange? Change);

/// <summary>A sound dropped on a slide.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="SlideId">The slide.</param>
/// <param name="StepId">The step it was dropped on; null for the slide itself.</param>
/// <param name="DelayMs">How long after that it begins, in milliseconds.</param>
/// <param name="ThroughSlideId">The last slide it is to cover; null for as far as its kind goes.</param>
public sealed record Drop(string SoundId, string SlideId, string? StepId = null, long DelayMs = 0, string? ThroughSlideId = null)
{
    internal PlaceCue ToEdit(Show show, string cueId)
    {
        var cue = CueDefaults.For(show, show.Sound(SoundId), SlideId, cueId) with { DelayMs = DelayMs };
        if (StepId is not null) cue = cue with { Start = CueStart.WithStep(StepId) };
        if (ThroughSlideId is not null) cue = cue with { Span = new(SlideId, ThroughSlideId) };
        return new(cue, int.MaxValue);
    }
}

/// <summary>The cue a drop made, and what became of the show.</summary>
public sealed record Dropped(string CueId, Edited Edited);
