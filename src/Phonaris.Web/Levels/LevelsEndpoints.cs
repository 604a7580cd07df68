using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Levels;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Levels;

/// <summary>The loudness of a show, and matching levels to targets.</summary>
internal static class LevelsEndpoints
{
    public static void MapLevels(this RouteGroupBuilder api)
    {
        api.MapGet("/shows/{id}/levels", async Task<Results<Ok<LevelsView>, NotFound>> (string id, ShowStore shows, SoundLibrary sounds, MeasuredShows measured, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var show = await measured.OfAsync(stored, cancel);
            return TypedResults.Ok(await Task.Run(
                () => LevelsView.Of(
                    stored.Revision, stored.Show, ShowLevels.Of(show, sounds.Loudness), LevelMatch.Of(show, sounds.Loudness)), cancel));
        });

        api.MapGet("/shows/{id}/levels/matched", async Task<Results<Ok<MatchedAlong>, NotFound>> (string id, string? leftOut, ShowStore shows, SoundLibrary sounds, MeasuredShows measured, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var show = await measured.OfAsync(stored, cancel);
            return TypedResults.Ok(await Task.Run(() => MatchedAlong.Of(ShowLevels.Of(new MixOptions(null, true, leftOut).Of(show, sounds), sounds.Loudness)), cancel));
        });

        api.MapPost("/shows/{id}/levels/match", async (string id, CuesToMatch asked, ShowStore shows, SoundLibrary sounds, MeasuredShows measured, ShowChanges changes, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is { } stored) await measured.OfAsync(stored, cancel);
            var cueIds = asked.CueIds.ToHashSet();
            return await changes.AnswerAsync(await changes.ApplyAsync(
                id,
                show => LevelMatch.ToEdit(LevelMatch.Of(TimedShow.Of(show, sounds.Listened), sounds.Loudness, cueIds)),
                cancel));
        });
    }
}

/// <summary>The cues to match.</summary>
/// <param name="CueIds">The cues.</param>
public sealed record CuesToMatch(ValueList<string> CueIds);
