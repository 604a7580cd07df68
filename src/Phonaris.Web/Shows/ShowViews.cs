using System.Text.Json;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hearing;

namespace Phonaris.Web.Shows;

/// <summary>Makes the views of shows, once for each revision; strands that an edit did not change are reused from the view before.</summary>
internal sealed class ShowViews(SoundLibrary sounds, TimedShows timed, IOptions<JsonOptions> json)
{
    private const int OutlineColumns = 720;
    private const int RowColumns = 32;

    /// <summary>The most points of a level curve; more could not be told apart.</summary>
    private const int MostEditPoints = 200;

    private const double LeastLevelDb = -90;

    private readonly PerShowCache<Lazy<Task<Made>>> _latest = new();

    /// <summary>The view of a show as it is sent, after making its sounds ready.</summary>
    public async Task<ShowAnswer> AnswerAsync(StoredShow stored, CancellationToken cancel) => new((await MadeAsync(stored, cancel)).Json.Value);

    /// <summary>The strands of the cues that play.</summary>
    public async Task<IReadOnlyList<StrandView>> StrandsAsync(StoredShow stored, CancellationToken cancel) => (await MadeAsync(stored, cancel)).View.Strands;

    /// <summary>The change of the view by the last edit of a show.</summary>
    public async Task<ShowChange?> ChangeAsync(StoredShow stored, CancellationToken cancel) => (await MadeAsync(stored, cancel)).Change;

    /// <summary>A show as a card of the list.</summary>
    public static ShowCard Card(ListedShow listed) =>
        new(listed.Id, listed.Title, listed.Slides, listed.Sounds, listed.RunningTimeFrames, listed.FirstSlide, listed.ChangedAt, listed.Problem);

    /// <summary>A show as a card.</summary>
    public static ShowCard Card(StoredShow stored) => Card(ListedShow.Of(stored));

    private async Task<Made> MadeAsync(StoredShow stored, CancellationToken cancel)
    {
        var problems = await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
        var known = _latest.Find(stored.Id);
        var before = known?.Value.IsCompletedSuccessfully == true ? await known.Value : null;
        if (before?.View.Revision == stored.Revision && before.View.SoundProblems.Count == problems.Count) return before;
        var mine = new Lazy<Task<Made>>(() => Task.Run(() => Make(stored, problems, before), CancellationToken.None));
        // Concurrent requests share one computation.
        var made = await _latest.Keep(stored, known, mine).Value;
        return made.View.Revision == stored.Revision ? made : Make(stored, problems, made);
    }

    private Made Make(StoredShow stored, IReadOnlyDictionary<string, string> problems, Made? before)
    {
        var show = timed.Of(stored);
        var (order, schedule, renewals) = (show.Order, show.Schedule, sounds.Renewals);
        var outline = new float[OutlineColumns];
        SoundOutline.Of(schedule, sounds.Peaks, outline);
        // A part that was shifted as a whole is already drawn.
        var shift = before is null ? null : Shift.Between(before.View.RunningOrder, order);
        if (shift is not null) before = before!.Moved(shift);
        // A sound that was silent and can now be read looks different, although nothing was edited.
        var known = before?.Renewals == renewals ? before.Strands.DistinctBy(s => s.Key).ToDictionary(s => s.Key) : [];
        var videos = ShownVideo.OfAll(show).ToLookup(v => v.CueId);
        var strands = schedule.Cues.Concat(schedule.Silent).Select(scheduled =>
        {
            var cue = stored.Show.Cue(scheduled.CueId);
            var video = videos[cue.Id].Where(v => scheduled.StartFrame < v.ToFrame && scheduled.EndFrame > v.FromFrame).Select(v => StrandVideo.Of(v, cue, scheduled.StartFrame)).FirstOrDefault();
            var begins = order.At(Math.Max(0, scheduled.StartFrame));
            var holdOf = FollowedHolds.Can(stored.Show, stored.Show.Slides[begins.Index], cue) ? begins.SlideId : null;
            return known.TryGetValue((cue.Id, scheduled.StartFrame), out var drawn) && drawn.IsStill(scheduled, cue, order) && drawn.View.Video == video && drawn.View.HoldOf == holdOf
                ? drawn
                : new(scheduled, cue, Strand(stored.Show, scheduled, cue, order) with { Video = video, HoldOf = holdOf });
        }).ToList();
        var view = new ShowView(
            stored.Id, stored.Revision, stored.Show.WithCardsDrawn(), order, [.. strands.Select(s => s.View)], Rounded(outline), RightsMissing(stored.Show), problems,
            stored.Undo, stored.Redo);
        var change = before?.View.Revision == view.Revision - 1 ? ShowChange.Between(before.View, view, shift) : null;
        return new(
            view, change, strands, renewals, new(() => JsonSerializer.SerializeToUtf8Bytes(view, json.Value.SerializerOptions)));
    }

    private static Dictionary<string, IReadOnlyList<string>> RightsMissing(Show show) => show.Sounds
        .Select(s => (s.Id, Missing: s.Rights.Missing().ToList()))
        .Where(s => s.Missing.Count > 0)
        .ToDictionary(s => s.Id, IReadOnlyList<string> (s) => s.Missing);

    private StrandView Strand(Show show, ScheduledCue cue, Cue own, RunningOrder order)
    {
        var peaks = sounds.Peaks(cue.Source.Media);
        List<StrandRow> rows = [];
        foreach (var (slideId, from, to) in RowsOf(cue, order))
        {
            var columns = new float[RowColumns];
            SoundOutline.Of(cue, peaks, from, to, columns);
            var levels = Enumerable.Range(0, RowColumns + 1)
                .Select(c => Gain.ToDecibels(cue.GainAt(Math.Min(from + (to - from) * c / RowColumns - cue.StartFrame, cue.LengthFrames - 1))))
                .Select(db => Math.Round(Math.Max(db, LeastLevelDb), 1));
            rows.Add(new(slideId, from, to, Even([.. levels]), Rounded(columns)));
        }
        var spanEnd = order.Of(show, own.Span!).Where(s => !own.EachSlide || s.StartFrame <= cue.StartFrame).Max(s => s.EndFrame);
        return new(
            cue.CueId, cue.StartFrame, cue.EndFrame, [.. cue.EditPoints().Take(MostEditPoints)], rows, cue.ByHand,
            cue.EndFrame > spanEnd && own.Stop is (CueStop.Finished or CueStop.Show) ? spanEnd : null, cue.CrossfadesFrom, cue.ReplacedBy,
            cue.CrossfadesFrom is null ? null : cue.StartFrame + cue.FadeIn.Frames)
        { HeardTo = cue.HeardTo };
    }

    /// <summary>The slides a cue plays on, with the stretch on each.</summary>
    private static IEnumerable<(string SlideId, long FromFrame, long ToFrame)> RowsOf(ScheduledCue cue, RunningOrder order) =>
        order.Within(cue.StartFrame, cue.EndFrame).Select(s => (s.SlideId, Math.Max(s.StartFrame, cue.StartFrame), Math.Min(s.EndFrame, cue.EndFrame)));

    private static List<double> Rounded(float[] values) => [.. values.Select(v => Math.Round(v, 3))];

    /// <summary>Shares one instance for equal values.</summary>
    private static List<double> Even(List<double> values) => values.TrueForAll(v => v == values[0]) ? [values[0]] : values;

    private sealed record Made(ShowView View, ShowChange? Change, IReadOnlyList<DrawnStrand> Strands, long Renewals, Lazy<byte[]> Json)
    {
        /// <summary>The view if nothing else had changed.</summary>
        public Made Moved(Shift shift)
        {
            List<DrawnStrand> strands = [.. Strands.Select(s => s with { Scheduled = shift.Of(s.Scheduled), View = shift.Of(s.View) })];
            return this with
            {
                View = View with { RunningOrder = new([.. View.RunningOrder.Slides.Select(shift.Of)]), Strands = [.. strands.Select(s => s.View)] },
                Strands = strands,
            };
        }
    }

    /// <summary>A strand with its inputs.</summary>
    private sealed record DrawnStrand(ScheduledCue Scheduled, Cue Cue, StrandView View)
    {
        public (string CueId, long StartFrame) Key => (Cue.Id, Scheduled.StartFrame);

        /// <summary>Whether it would be drawn the same again.</summary>
        public bool IsStill(ScheduledCue scheduled, Cue cue, RunningOrder order) =>
            Cue == cue && Scheduled == scheduled && View.Rows.Select(r => (r.SlideId, r.FromFrame, r.ToFrame)).SequenceEqual(RowsOf(scheduled, order));
    }
}
