using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Phonaris.Core.Drafting;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Fitting;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Drafting;

/// <summary>A draft soundtrack of the sounds a show does not use yet.</summary>
internal static class DraftEndpoints
{
    public static void MapDrafts(this RouteGroupBuilder api) =>
        api.MapGet("/shows/{id}/draft", async Task<Results<Ok<DraftView>, Accepted<JobView>, NotFound>> (
            string id, [FromQuery] string[]? without, ShowStore shows, SoundLibrary sounds, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var troubles = await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
            var beds = Drafts.BedsOf(stored.Show).Where(s => !troubles.ContainsKey(s.Id));
            if (await Listen.QueueAsync(jobs, sounds, id, beds, cancel) is { } job) return TypedResults.Accepted((string?)null, job);
            var (draft, edit) = await new Drafts(sounds).OfAsync(stored.Show, without ?? [], NewId.Next, cancel);
            return TypedResults.Ok(new DraftView(draft.Cues, draft.LeftOut, draft.Says, edit));
        });
}

/// <summary>A draft for display.</summary>
/// <param name="Cues">The proposed cues, by start.</param>
/// <param name="LeftOut">The sounds that would stay unused, with reasons.</param>
/// <param name="Says">A summary.</param>
/// <param name="Edit">The edit; null when nothing is proposed.</param>
public sealed record DraftView(ValueList<DraftedCue> Cues, ValueList<LeftOut> LeftOut, string Says, Edit? Edit);
