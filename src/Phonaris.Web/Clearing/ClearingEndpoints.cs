using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Clearing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Storage;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Clearing;

/// <summary>Whether the sounds of a show may be used where it goes, and the desk that may be asked.</summary>
internal static class ClearingEndpoints
{
    public static void MapClearing(this RouteGroupBuilder api)
    {
        api.MapGet("/shows/{id}/clearance", async Task<Results<Ok<List<ClearedSound>>, NotFound>> (string id, ShowStore shows, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { Show: var show }
                ? TypedResults.Ok(show.WithoutUnused().Sounds.Select(s => (s, c: Clearance.Of(show, s, show.Showing.Where))).Select(s => new ClearedSound(s.s.Id, s.s.Name, s.s.Rights.Licence, s.c.Answer, s.c.Why, s.c.IsOpen)).ToList())
                : TypedResults.NotFound());

        // What the desk says; where it gives leave, that is kept with the sound.
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

/// <summary>Whether a sound may be used where its show goes.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="Name">Its name.</param>
/// <param name="Licence">Its licence.</param>
/// <param name="Answer">Whether it may.</param>
/// <param name="Why">Why, in a sentence.</param>
/// <param name="Open">Whether something is to be done before it may be heard there.</param>
public sealed record ClearedSound(string SoundId, string Name, string Licence, UsageRight Answer, string Why, bool Open);

/// <summary>What the desk is asked.</summary>
/// <param name="Pays">Whether a fee is paid, where there is one.</param>
public sealed record AskDesk(bool Pays = false);

/// <summary>What the desk said.</summary>
/// <param name="Answer">Its answer.</param>
/// <param name="Edited">The show with the leave kept in it; null where there is none.</param>
public sealed record DeskReply(DeskAnswer Answer, Edited? Edited);
