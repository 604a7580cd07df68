using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Checking;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hearing;

namespace Phonaris.Web.Shows;

/// <summary>Operations on cues beyond single edits: presets, copying, and why they play or do not.</summary>
internal static class CueEndpoints
{
    public static void MapCues(this RouteGroupBuilder api)
    {
        api.MapGet("/presets", async (VersionStore kept, CancellationToken cancel) =>
            TypedResults.Ok(new Presets(Preset.Own, await kept.PresetsAsync(cancel))));

        api.MapPost("/shows/{id}/cues/{cueId}/presets", async Task<Results<Ok<Preset>, NotFound>> (
            string id, string cueId, NewName named, ShowStore shows, VersionStore kept, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var made = Preset.Of(NewId.Next(), named.Name, stored.Show.Cue(cueId));
            await kept.KeepAsync(made, cancel);
            return TypedResults.Ok(made);
        });

        api.MapDelete("/presets/{id}", async Task<NoContent> (string id, VersionStore kept, CancellationToken cancel) =>
        {
            await kept.ForgetAsync(id, cancel);
            return TypedResults.NoContent();
        });

        api.MapPost("/shows/{id}/apply", async Task<Results<Ok<Edited>, NotFound>> (
            string id, ChosenSettings chosen, ShowStore shows, ShowChanges changes, VersionStore kept, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null) return TypedResults.NotFound();
            var made = chosen.Preset is null ? null : Preset.Own.Concat(await kept.PresetsAsync(cancel)).FirstOrDefault(r => r.Id == chosen.Preset)
                ?? throw new RuleException("That preset no longer exists.", "readyMade");
            return await changes.AnswerAsync(await changes.ApplyAsync(id, show => Preset.ToEdit(show, made, chosen.CueIds), cancel));
        });

        api.MapPost("/shows/{id}/clip", async Task<Results<Ok<CueClip>, NotFound>> (string id, ChosenCues chosen, ShowStore shows, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } stored ? TypedResults.Ok(CueClip.Of(stored.Show, chosen.CueIds)) : TypedResults.NotFound());

        api.MapPost("/shows/{id}/paste", async Task<Results<Ok<Edited>, NotFound>> (
            string id, Pasted pasted, ShowStore shows, ShowChanges changes, FileStore files, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null) return TypedResults.NotFound();
            if (pasted.Clip.Cues.Any(c => !files.Has(c.Sound.Media))) throw new RuleException("A sound of these cues is missing. Add it first.", "clip");
            return await changes.AnswerAsync(await changes.ApplyAsync(id, show => pasted.Clip.ToEdit(show, pasted.SlideId, NewId.Next), cancel));
        });

        api.MapGet("/shows/{id}/cues/{cueId}/proposals", async Task<Results<Ok<CueProposals>, NotFound>> (
            string id, string cueId, ShowStore shows, TimedShows timed, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            return TypedResults.Ok(CueProposals.Of(timed.Of(stored), cueId));
        });

        api.MapGet("/shows/{id}/slides/{slideId}/explain", async Task<Results<Ok<ValueList<Explained>>, NotFound>> (
            string id, string slideId, ShowStore shows, SoundLibrary sounds, TimedShows timed, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
            return TypedResults.Ok(Explanation.Of(timed.Of(stored), slideId));
        });
    }
}

/// <summary>Some cues of a show.</summary>
public sealed record ChosenCues(ValueList<string> CueIds);

/// <summary>Settings for some cues of a show: those of a preset, or the defaults.</summary>
public sealed record ChosenSettings(ValueList<string> CueIds, string? Preset);

/// <summary>Copied cues, and the slide to paste them on.</summary>
public sealed record Pasted(CueClip Clip, string SlideId);
