using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Fitting;
using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Fitting;

/// <summary>A cue's music compared with its span: all methods, each playable before it is chosen.</summary>
internal static class FitEndpoints
{
    /// <summary>The method name for the unfitted music.</summary>
    private const string Whole = "whole";

    public static void MapFits(this RouteGroupBuilder api)
    {
        api.MapGet("/shows/{id}/cues/{cueId}/fits", async Task<Results<Ok<FitsView>, Accepted<JobView>, NotFound>> (
            string id, string cueId, ShowStore shows, SoundLibrary sounds, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var cue = stored.Show.Cue(cueId);
            var sound = stored.Show.Sound(cue.SoundId);
            var length = Schedule.LengthFor(stored.Show, cueId);
            if (length == 0) throw new RuleException("All slides of this cue are hidden. Place it on others first.", "cueId");
            if (await Listen.QueueAsync(jobs, sounds, id, [sound], cancel) is { } job) return TypedResults.Accepted((string?)null, job);
            var piece = await sounds.Fits.PieceAsync(sound.Media, cancel);
            var compared = await CompareAsync(stored, cue, length, sounds, cancel);
            var ends = sounds.Fits.Fitter(sound.Media, cue.InFrame, cue.OutFrame).Ends(length);
            return TypedResults.Ok(new FitsView(
                length, cue.OutFrame - cue.InFrame, piece.HasBeat ? Math.Round(piece.TempoBpm, 1) : null, piece.IsSure, piece.BeatsPerBar, compared,
                [.. ends.Select(e => e with { Frame = e.Frame + cue.InFrame })], Offer.ToRepace(stored.Show, cueId), Offer.ToEndTogether(stored.Show, cueId, sounds.Listened)));
        });

        api.MapGet("/shows/{id}/cues/{cueId}/fits/moved", async Task<Results<Ok<Edit>, NotFound>> (
            string id, string cueId, int join, long fromFrame, ShowStore shows, SoundLibrary sounds, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var cue = stored.Show.Cue(cueId);
            var media = stored.Show.Sound(cue.SoundId).Media;
            await sounds.Fits.PieceAsync(media, cancel);
            var recipe = sounds.Fits.Fitter(media, cue.InFrame, cue.OutFrame).Moved(RecipeOf(cue, FitMethod.Recut), Schedule.LengthFor(stored.Show, cueId), join, fromFrame);
            return TypedResults.Ok<Edit>(new SetFit(cueId, recipe));
        });

        api.MapGet("/shows/{id}/spread", async Task<Results<Ok<RepaceView>, NotFound>> (
            string id, string by, long totalMs, long? leastMs, long? greatestMs, ShowStore shows, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored || !Enum.TryParse<SpreadBy>(by, ignoreCase: true, out var share)) return TypedResults.NotFound();
            var slides = SpreadHolds.Of(stored.Show, totalMs, share, Limits(leastMs, greatestMs));
            return TypedResults.Ok(new RepaceView(slides, Repace.ToEdit(slides)));
        });

        api.MapGet("/shows/{id}/cues/{cueId}/repace", async Task<Results<Ok<RepaceView>, NotFound>> (
            string id, string cueId, string on, long? leastMs, long? greatestMs, ShowStore shows, SoundLibrary sounds, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored || !Enum.TryParse<ChangeOn>(on, ignoreCase: true, out var places)) return TypedResults.NotFound();
            var piece = places == ChangeOn.Anywhere ? null : await sounds.Fits.PieceAsync(stored.Show.Sound(stored.Show.Cue(cueId).SoundId).Media, cancel);
            var slides = Repace.Of(stored.Show, cueId, piece, places, Limits(leastMs, greatestMs));
            return TypedResults.Ok(new RepaceView(slides, Repace.ToEdit(slides)));
        });

        api.MapGet("/shows/{id}/fits", async Task<Results<Ok<FitAllView>, Accepted<JobView>, NotFound>> (
            string id, ShowStore shows, SoundLibrary sounds, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var unfitted = FitAll.Unfitted(stored.Show).ToList();
            if (await Listen.QueueAsync(jobs, sounds, id, unfitted.Select(u => stored.Show.Sound(u.Cue.SoundId)), cancel) is { } job) return TypedResults.Accepted((string?)null, job);
            var proposed = new List<Proposed>();
            foreach (var (cue, length) in unfitted)
                proposed.Add(FitAll.Propose(cue, length, await CompareAsync(stored, cue, length, sounds, cancel)));
            return TypedResults.Ok(new FitAllView(proposed.ToValueList(), FitAll.Says(proposed), FitAll.ToEdit(proposed)));
        });

        api.MapGet("/shows/{id}/cues/{cueId}/fits/{method}/samples", async Task<Results<FileContentHttpResult, NoContent, NotFound>> (
            string id, string cueId, string method, long from, long to, ShowStore shows, SoundLibrary sounds, HttpResponse response, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var cue = stored.Show.Cue(cueId);
            if (await AloneAsync(stored.Show, cue, method, sounds, cancel) is not { } schedule) return TypedResults.NotFound();
            if (Stretches.Within(from, to, schedule.TotalFrames) is not var (start, end)) return TypedResults.NoContent();
            var samples = new float[(end - start) * Frames.Channels];
            new Mixer(schedule, sounds.Open).Render(start, samples);
            response.Headers.CacheControl = "no-store";
            return Stretches.Answer(Stretches.Planar(samples));
        });
    }

    /// <summary>All methods compared for a cue.</summary>
    private static async Task<ValueList<Compared>> CompareAsync(StoredShow stored, Cue cue, long length, SoundLibrary sounds, CancellationToken cancel)
    {
        var media = stored.Show.Sound(cue.SoundId).Media;
        await sounds.Fits.PieceAsync(media, cancel);
        var fitter = sounds.Fits.Fitter(media, cue.InFrame, cue.OutFrame);
        return await Task.Run(() => Comparison.Of(stored.Show, cue, fitter, length), cancel);
    }

    /// <summary>The sound of a method by its name, shortened to an end as in <c>shorten-1234567</c>, or unfitted; null for an unknown method.</summary>
    private static async Task<Schedule?> AloneAsync(Show show, Cue cue, string asked, SoundLibrary sounds, CancellationToken cancel)
    {
        if (asked == Whole) return Schedule.Whole(show, cue.Id);
        var parts = asked.Split('-');
        if (!Enum.TryParse<FitMethod>(parts[0], ignoreCase: true, out var method)) return null;
        var recipe = RecipeOf(cue, method);
        if (parts.Length > 1)
        {
            if (!long.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out var end)) return null;
            recipe = recipe with { EndFrame = end };
        }
        await sounds.Fits.PieceAsync(show.Sound(cue.SoundId).Media, cancel);
        return Schedule.Alone(show.Apply(new SetFit(cue.Id, recipe)).Show, cue.Id, sounds.Listened);
    }

    private static HoldLimits Limits(long? leastMs, long? greatestMs) =>
        new HoldLimits(leastMs ?? HoldLimits.Usual.LeastMs, greatestMs ?? HoldLimits.Usual.GreatestMs).Validated();

    /// <summary>The recipe for trying a method: the cue's own, if it uses that method.</summary>
    private static FitRecipe RecipeOf(Cue cue, FitMethod method) => cue.Fit?.Method == method ? cue.Fit : new(method);
}

/// <summary>A cue's music compared with its span.</summary>
/// <param name="LengthFrames">How long the cue can play.</param>
/// <param name="UsedFrames">The length of the trimmed music.</param>
/// <param name="TempoBpm">Its tempo; null when it hardly has a beat.</param>
/// <param name="IsTempoSure">Whether the tempo is almost certain.</param>
/// <param name="BeatsPerBar">The number of beats in a bar.</param>
/// <param name="Methods">The methods, the suitable ones first.</param>
/// <param name="Ends">Where it can end early, by frames of the sound, the most natural first.</param>
/// <param name="Repace">Retiming the slides instead.</param>
/// <param name="EndTogether">Starting so that its own ending falls on the end of its slides.</param>
public sealed record FitsView(
    long LengthFrames, long UsedFrames, double? TempoBpm, bool IsTempoSure, int BeatsPerBar, ValueList<Compared> Methods, IReadOnlyList<NaturalEnd> Ends, Offer Repace,
    Offer EndTogether);

/// <summary>The holds with which slides end with the music.</summary>
/// <param name="Slides">The slides.</param>
/// <param name="Edit">The edit that sets them.</param>
public sealed record RepaceView(ValueList<RepacedSlide> Slides, Edit Edit);

/// <summary>A proposal for all beds.</summary>
/// <param name="Beds">Each bed that is not fitted and differs in length from its slides.</param>
/// <param name="Says">A summary.</param>
/// <param name="Edit">The edit that applies it; null when there is nothing to do.</param>
public sealed record FitAllView(ValueList<Proposed> Beds, string Says, Edit? Edit);
