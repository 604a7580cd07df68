using Phonaris.Core.Checking;
using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;

namespace Phonaris.Exports.Players;

/// <summary>All a page needs to show a show without the server.</summary>
/// <param name="Id">The run.</param>
/// <param name="Revision">The revision of the show that is shown.</param>
/// <param name="Show">The show.</param>
/// <param name="RunningOrder">When each slide is planned.</param>
/// <param name="Plan">What shall sound wherever the presenter is.</param>
/// <param name="Stems">What cues sound from.</param>
/// <param name="PieceFrames">How long the pieces are that stems come in, in frames at 48 kHz; the last of each is what remains.</param>
/// <param name="PlannedSilences">By slide, for those on which nothing is planned to sound: what sounds before and after, in words.</param>
/// <param name="Curves">The courses of fades, from silence to full, by their names: gains at equal distances.</param>
/// <param name="ManualCues">The names of what does not sound by itself: it is triggered manually, or for what does.</param>
/// <param name="ShownElsewhere">Whether the show is being presented on another page too.</param>
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
    /// <param name="stems">What its cues sound from.</param>
    /// <param name="shownElsewhere">Whether it is being presented on another page too.</param>
    public static RunView Of(string id, long revision, TimedShow timed, LivePlan plan, IReadOnlyList<(LiveStem Stem, IReadOnlyList<string> CueIds)> stems, bool shownElsewhere)
    {
        ArgumentNullException.ThrowIfNull(timed);
        ArgumentNullException.ThrowIfNull(stems);
        var show = timed.Show;
        return new(
            id, revision, show.WithCardsDrawn(), timed.Order, plan,
            [.. stems.Select(s => new StemView(s.CueIds, s.Stem.LengthFrames, s.Stem.LoopFrom))], SoundPieces.PieceFrames,
            Explanation.PlannedSilences(timed).ToDictionary(s => s.SlideId, s => s.Around),
            Enum.GetValues<FadeCurve>().ToDictionary(c => c, IReadOnlyList<float> (c) => [.. Enumerable.Range(0, CurvePoints + 1).Select(n => new FadeShape(CurvePoints, c).At(n))]),
            [.. timed.Manual.Select(c => show.Sound(c.SoundId).Name).Distinct()], shownElsewhere);
    }
}

/// <summary>What cues sound from.</summary>
/// <param name="CueIds">The cues of the plan.</param>
/// <param name="Frames">How long it is, in frames at 48 kHz.</param>
/// <param name="LoopFrom">The frame from which it is repeated; its length where it is not.</param>
public sealed record StemView(IReadOnlyList<string> CueIds, long Frames, long LoopFrom);
