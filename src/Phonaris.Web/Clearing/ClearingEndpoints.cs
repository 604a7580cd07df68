using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Clearing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Clearing;

/// <summary>Whether the sounds of a show are cleared for its destination, and the clearance desk.</summary>
internal static class ClearingEndpoints
{
    public static void MapClearing(this RouteGroupBuilder api)
    {
        api.MapGet("/shows/{id}/clearance", async Task<Results<Ok<List<ClearedSound>>, NotFound>> (string id, ShowStore shows, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { Show: var show }
                ? TypedResults.Ok(show.WithoutUnused().Sounds.Select(s => (s, c: Clearance.Of(show, s, show.Showing.Where))).Select(s => new ClearedSound(s.s.Id, s.s.Name, s.s.Rights.Licence, s.c.Answer, s.c.Why, s.c.IsOpen)).ToList())
                : TypedResults.NotFound());

        // A clearance given by the desk is stored with the sound.
        api.MapPost("/shows/{id}/sounds/{soundId}/ask-desk", async Task<Results<Ok<DeskReply>, NotFound>> (
            string id, string soundId, AskDesk ask, ShowStore shows, IClearanceDesk desk, ShowChanges changes, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { Show: var show }) return TypedResults.NotFound();
            var answer = await desk.AskAsync(show.Sound(soundId).Rights, show.Showing.Where, ask.Pays, cancel);
            if (answer.Number is not { } number) return TypedResults.Ok(new DeskReply(answer, null));
            var clearance = new DeskClearance(number, show.Showing.Where);
            var proof = $"Clearance desk no. {number}, {Wording.Where(clearance.Destination)}";
            return TypedResults.Ok(new DeskReply(answer, await changes.EditedAsync(await changes.ApplyAsync(
                id, s => new SetRights(soundId, s.Sound(soundId).Rights with { Proof = proof, Clearance = clearance }), cancel))));
        });
    }
}

/// <summary>Whether a sound is cleared for its show's destination.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="Name">Its name.</param>
/// <param name="Licence">Its licence.</param>
/// <param name="Answer">Whether it is cleared.</param>
/// <param name="Why">The reason, as a sentence.</param>
/// <param name="Open">Whether action is needed before it can be used there.</param>
public sealed record ClearedSound(string SoundId, string Name, string Licence, UsageRight Answer, string Why, bool Open);

/// <summary>A request to the desk.</summary>
/// <param name="Pays">Whether to pay a fee if there is one.</param>
public sealed record AskDesk(bool Pays = false);

/// <summary>The desk's response.</summary>
/// <param name="Answer">Its answer.</param>
/// <param name="Edited">The show with the clearance stored; null when none was given.</param>
public sealed record DeskReply(DeskAnswer Answer, Edited? Edited);
