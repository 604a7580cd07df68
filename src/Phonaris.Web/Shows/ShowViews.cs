using System.Collections.Concurrent;
using Phonaris.Core.Audio;
using Phonaris.Core.Checking;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Shows;

/// <summary>Makes the views of shows.</summary>
internal sealed class ShowViews(SoundLibrary sounds)
{
    private const int OutlineColumns = 720;
    private const int RowColumns = 32;

    /// <summary>More knots than this would be one line.</summary>
    private const int MostKnots = 200;

    private const double LeastLevelDb = -90;

    private readonly ConcurrentDictionary<string, ShowView> _latest = new();

    /// <summary>The view of a show, its sounds made ready where they are not.</summary>
    public async Task<ShowView> OfAsync(StoredShow stored, CancellationToken cancel)
    {
        if (_latest.TryGetValue(stored.Id, out var known) && known.Revision == stored.Revision) return known;
        await sounds.PrepareAllAsync(stored.Show.Sounds, cancel);
        var order = RunningOrder.Of(stored.Show);
        var schedule = Schedule.Of(stored.Show, order);
        var outline = new float[OutlineColumns];
        Outline.Of(schedule, sounds.Peaks, outline);
        return _latest[stored.Id] = new(
            stored.Id, stored.Revision, stored.Show.WithCardsDrawn(), order,
            [.. schedule.Cues.Concat(schedule.Silent).Select(c => Strand(stored.Show, c, order))],
            Rounded(outline), RightsMissing(stored.Show), Clashes.Of(stored.Show, order, schedule), stored.Undo, stored.Redo);
    }

    /// <summary>A show as a card.</summary>
    public static ShowCard Card(StoredShow stored)
    {
        var order = RunningOrder.Of(stored.Show);
        return new(
            stored.Id, stored.Show.Title, order.Slides.Count, stored.Show.Sounds.Count, order.TotalFrames,
            order.Slides.Count > 0 ? order.Slides[0].SlideId : null, stored.ChangedAt);
    }

    private static Dictionary<string, IReadOnlyList<string>> RightsMissing(Show show) => show.Sounds
        .Select(s => (s.Id, Missing: s.Rights.Missing().ToList()))
        .Where(s => s.Missing.Count > 0)
        .ToDictionary(s => s.Id, IReadOnlyList<string> (s) => s.Missing);

    private StrandView Strand(Show show, ScheduledCue cue, RunningOrder order)
    {
        var peaks = sounds.Peaks(cue.Source.Media);
        List<StrandRow> rows = [];
        foreach (var slide in order.Slides.Where(s => s.StartFrame < cue.EndFrame && s.EndFrame > cue.StartFrame))
        {
            var (from, to) = (Math.Max(slide.StartFrame, cue.StartFrame), Math.Min(slide.EndFrame, cue.EndFrame));
            var columns = new float[RowColumns];
            Outline.Of(cue, peaks, from, to, columns);
            var levels = Enumerable.Range(0, RowColumns + 1)
                .Select(c => Gain.ToDecibels(cue.GainAt(Math.Min(from + (to - from) * c / RowColumns - cue.StartFrame, cue.LengthFrames - 1))))
                .Select(db => Math.Round(Math.Max(db, LeastLevelDb), 1));
            rows.Add(new(slide.SlideId, from, to, [.. levels], Rounded(columns)));
        }
        var own = show.Cue(cue.CueId);
        var spanEnd = order.Of(show, own.Span!).Where(s => !own.EachSlide || s.StartFrame <= cue.StartFrame).Max(s => s.EndFrame);
        return new(
            cue.CueId, cue.StartFrame, cue.EndFrame, [.. cue.Knots().Take(MostKnots)], rows, CuePlaces.WaitsForHand(show, own),
            cue.EndFrame > spanEnd && own.Stop is (CueStop.Finished or CueStop.Show) ? spanEnd : null, cue.TakesOverFrom,
            cue.TakesOverFrom is null ? null : cue.StartFrame + cue.FadeIn.Frames);
    }

    private static List<double> Rounded(float[] values) => [.. values.Select(v => Math.Round(v, 3))];
}
