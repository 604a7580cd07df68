using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core;
using Phonaris.Core.Fitting;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
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
            var compared = await CompareAsync(stored, cue, length, sounds, cancel);
            return TypedResults.Ok(new FitsView(length, cue.OutFrame - cue.InFrame, piece.HasBeat ? Math.Round(piece.TempoBpm, 1) : null, piece.BeatsPerBar, compared));
        });

        api.MapGet("/shows/{id}/cues/{cueId}/repace", async Task<Results<Ok<RepaceView>, NotFound>> (
            string id, string cueId, string on, ShowStore shows, SoundLibrary sounds, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored || !Enum.TryParse<ChangeOn>(on, ignoreCase: true, out var places)) return TypedResults.NotFound();
            var piece = places == ChangeOn.Anywhere ? null : await sounds.Fits.PieceAsync(stored.Show.Sound(stored.Show.Cue(cueId).SoundId).Media, cancel);
            var slides = Repace.Of(stored.Show, cueId, piece, places);
            return TypedResults.Ok(new RepaceView(slides, Repace.ToEdit(slides)));
        });

        api.MapGet("/shows/{id}/fits", async Task<Results<Ok<FitAllView>, NotFound>> (string id, ShowStore shows, SoundLibrary sounds, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var proposed = new List<Proposed>();
            foreach (var (cue, length) in FitAll.Unfitted(stored.Show))
                proposed.Add(FitAll.Propose(cue, length, await CompareAsync(stored, cue, length, sounds, cancel)));
            return TypedResults.Ok(new FitAllView(proposed.ToValueList(), FitAll.ToEdit(proposed)));
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

    /// <summary>All methods compared for a cue.</summary>
    private static async Task<ValueList<Compared>> CompareAsync(StoredShow stored, Cue cue, long length, SoundLibrary sounds, CancellationToken cancel)
    {
        var media = stored.Show.Sound(cue.SoundId).Media;
        await sounds.Fits.PieceAsync(media, cancel);
        var fitter = sounds.Fits.Fitter(media, cue.InFrame, cue.OutFrame);
        return await Task.Run(() => Comparison.Of(fitter, RecipeOf(cue, FitMethod.Recut), length, cue.InFrame, cue.OutFrame), cancel);
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

/// <summary>Slides with the holds that make them end with the music.</summary>
/// <param name="Slides">The slides.</param>
/// <param name="Edit">The edit that sets them.</param>
public sealed record RepaceView(ValueList<RepacedSlide> Slides, Edit Edit);

/// <summary>What is proposed for all beds at once.</summary>
/// <param name="Beds">Each bed that is not fitted yet and is not as long as its slides.</param>
/// <param name="Edit">The edit that does it all; null where nothing is to be done.</param>
public sealed record FitAllView(ValueList<Proposed> Beds, Edit? Edit);
