using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core;
using Phonaris.Core.Fitting;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hearing;

namespace Phonaris.Web.Fitting;

/// <summary>A cue's music beside its span: all methods compared, and each to be heard before one is chosen.</summary>
internal static class FitEndpoints
{
    public static void MapFits(this RouteGroupBuilder api)
    {
        api.MapGet("/shows/{id}/cues/{cueId}/fits", async Task<Results<Ok<FitsView>, NotFound>> (
            string id, string cueId, ShowStore shows, SoundLibrary sounds, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var cue = stored.Show.Cue(cueId);
            var media = stored.Show.Sound(cue.SoundId).Media;
            var piece = await sounds.Fits.PieceAsync(media, cancel);
            var length = Schedule.LengthFor(stored.Show, cueId);
            if (length == 0) throw new RuleException("This cue lies on no slide that is shown; lay it on some first.", "cueId");
            var compared = await Task.Run(
                () => Comparison.Of(sounds.Fits.Fitter(media, cue.InFrame, cue.OutFrame), RecipeOf(cue, FitMethod.Recut), length, cue.InFrame, cue.OutFrame),
                cancel);
            return TypedResults.Ok(new FitsView(length, cue.OutFrame - cue.InFrame, piece.HasBeat ? Math.Round(piece.TempoBpm, 1) : null, piece.BeatsPerBar, compared));
        });

        api.MapGet("/shows/{id}/cues/{cueId}/fits/{method}/samples/{chunk:int}", async Task<Results<FileContentHttpResult, NotFound>> (
            string id, string cueId, string method, int chunk, ShowStore shows, SoundLibrary sounds, HttpResponse response, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored || !Enum.TryParse<FitMethod>(method, ignoreCase: true, out var way)) return TypedResults.NotFound();
            var cue = stored.Show.Cue(cueId);
            var sound = stored.Show.Sound(cue.SoundId);
            await sounds.Fits.PieceAsync(sound.Media, cancel);
            var fitted = sounds.Fits.Of(sound, cue with { Fit = RecipeOf(cue, way) }, Schedule.LengthFor(stored.Show, cueId));
            var (from, to) = Chunks.Range(chunk, fitted.LengthFrames);
            if (chunk < 0 || from >= to) return TypedResults.NotFound();
            var samples = new float[(to - from) * Frames.Channels];
            sounds.Open(fitted, sound.Media, cue.InFrame).Read(from, samples);
            response.Headers.CacheControl = "no-store";
            return Chunks.Answer(Chunks.Planar(samples));
        });
    }

    /// <summary>The recipe to try a method by: the cue's own, where it is of that method.</summary>
    private static FitRecipe RecipeOf(Cue cue, FitMethod method) => cue.Fit?.Method == method ? cue.Fit : new(method);
}

/// <summary>A cue's music beside its span.</summary>
/// <param name="LengthFrames">How long the cue can sound.</param>
/// <param name="UsedFrames">How much music is used.</param>
/// <param name="TempoBpm">Its tempo; null where there is hardly a beat.</param>
/// <param name="BeatsPerBar">How many beats a bar has.</param>
/// <param name="Methods">The methods, those that suit first.</param>
public sealed record FitsView(long LengthFrames, long UsedFrames, double? TempoBpm, int BeatsPerBar, ValueList<Compared> Methods);
