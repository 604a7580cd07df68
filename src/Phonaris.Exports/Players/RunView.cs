using Phonaris.Core.Checking;
using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;

namespace Phonaris.Exports.Players;

/// <summary>Everything a page needs to present a show without the server.</summary>
/// <param name="Id">The run.</param>
/// <param name="Revision">The revision of the show.</param>
/// <param name="Show">The show.</param>
/// <param name="RunningOrder">The planned time of each slide.</param>
/// <param name="Plan">What should play wherever the presenter is.</param>
/// <param name="Stems">The stems of the cues.</param>
/// <param name="PieceFrames">The length of the segments of stems, in frames at 48 kHz; the last of each stem is shorter.</param>
/// <param name="PlannedSilences">For each slide that is planned to be silent: what plays before and after, as text.</param>
/// <param name="Curves">The fade curves from silence to full, by name: gains at equal intervals.</param>
/// <param name="ManualCues">The names of the cues that do not play automatically: manual cues, and cues that start after one.</param>
/// <param name="ShownElsewhere">Whether the show is also being presented on another page.</param>
public sealed record RunView(
    string Id, long Revision, Show Show, RunningOrder RunningOrder, LivePlan Plan, IReadOnlyList<StemView> Stems, int PieceFrames,
    IReadOnlyDictionary<string, string> PlannedSilences, IReadOnlyDictionary<FadeCurve, IReadOnlyList<float>> Curves, IReadOnlyList<string> ManualCues, bool ShownElsewhere)
{
    private const int CurvePoints = 128;

    /// <summary>What a page needs of a show.</summary>
    /// <param name="id">The run.</param>
    /// <param name="revision">The revision of the show.</param>
    /// <param name="timed">The show with its times.</param>
    /// <param name="plan">Its plan.</param>
    /// <param name="stems">The stems of its cues.</param>
    /// <param name="shownElsewhere">Whether it is also being presented on another page.</param>
    public static RunView Of(string id, long revision, TimedShow timed, LivePlan plan, IReadOnlyList<(LiveStem Stem, IReadOnlyList<string> CueIds)> stems, bool shownElsewhere)
    {
        ArgumentNullException.ThrowIfNull(timed);
        ArgumentNullException.ThrowIfNull(stems);
        var show = timed.Show;
        return new(
            id, revision, show.WithCardsDrawn(), timed.Order, plan,
            [.. stems.Select(s => new StemView(s.Stem.Key, s.CueIds, s.Stem.LengthFrames, s.Stem.LoopFrom))], SoundPieces.PieceFrames,
            Explanation.PlannedSilences(timed).ToDictionary(s => s.SlideId, s => s.Around),
            Enum.GetValues<FadeCurve>().ToDictionary(c => c, IReadOnlyList<float> (c) => [.. Enumerable.Range(0, CurvePoints + 1).Select(n => new FadeShape(CurvePoints, c).At(n))]),
            [.. timed.Manual.Select(c => show.Sound(c.SoundId).Name).Distinct()], shownElsewhere);
    }
}

/// <summary>The stem of some cues.</summary>
/// <param name="Key">Its name: the same for stems that sound the same.</param>
/// <param name="CueIds">The cues of the plan.</param>
/// <param name="Frames">Its length, in frames at 48 kHz.</param>
/// <param name="LoopFrom">The frame from which it repeats; its length if it does not.</param>
public sealed record StemView(string Key, IReadOnlyList<string> CueIds, long Frames, long LoopFrom);
