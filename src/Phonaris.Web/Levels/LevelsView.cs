using Phonaris.Core.Levels;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Web.Levels;

/// <summary>The loudness of a show for display.</summary>
/// <param name="Revision">The revision of the show that was measured.</param>
/// <param name="IntegratedLufs">The integrated loudness of the whole in LUFS; null for none.</param>
/// <param name="ApartLu">The difference to its target, in LU, positive above it; null when it is on target, or the show has no loudness.</param>
/// <param name="RangeLu">Its loudness range in LU; null for none.</param>
/// <param name="TruePeakDbtp">The true peak after the limiter in dBTP; null for silence.</param>
/// <param name="SumPeakDbtp">The true peak of the sum before the limiter; null for silence.</param>
/// <param name="Limited">Where the limiter acts.</param>
/// <param name="Along">The short-term loudness of the whole in equal parts of the show, the maximum in each, in LUFS.</param>
/// <param name="Kinds">The same for each kind of sound.</param>
/// <param name="WholeGain">The gain that would bring the show to its target; null when it would change nothing.</param>
/// <param name="Presets">The level target presets.</param>
/// <param name="Slides">The slides.</param>
/// <param name="Cues">The cues that have times.</param>
public sealed record LevelsView(
    long Revision, double? IntegratedLufs, double? ApartLu, double? RangeLu, double? TruePeakDbtp, double? SumPeakDbtp, IReadOnlyList<FrameStretch> Limited, IReadOnlyList<double> Along,
    IReadOnlyList<KindAlong> Kinds, WholeGain? WholeGain, IReadOnlyList<LevelTargets> Presets, IReadOnlyList<SlideLevels> Slides, IReadOnlyList<CueLevelsView> Cues)
{
    /// <summary>The number of parts.</summary>
    private const int Columns = 600;

    /// <summary>Values below this count as silence.</summary>
    private const double LeastLufs = -70;

    internal static LevelsView Of(long revision, Show show, ShowLevels levels, IReadOnlyList<MatchedCue> matched)
    {
        var proposed = matched.ToDictionary(m => m.CueId);
        return new(
            revision, Rounded(levels.Whole.IntegratedLufs), Apart(levels.Whole.IntegratedLufs, show.LevelTargets.WholeLufs), Rounded(levels.Whole.RangeLu), Rounded(levels.Peaks.TruePeakDbtp), Rounded(levels.Peaks.SumPeakDbtp), levels.Limited,
            Columned(levels.Whole.ShortTermLufs),
            [.. levels.Kinds.Select(k => new KindAlong(k.Kind, Columned(k.ShortTermLufs)))], Core.Levels.WholeGain.Of(show, levels),
            [LevelTargets.Room, LevelTargets.Web, LevelTargets.Broadcast], [.. levels.Slides],
            [.. levels.Cues.Select(c => CueLevelsView.Of(show, c, proposed[c.CueId]))]);
    }

    internal static double? Apart(double? lufs, double target) => lufs is { } now ? Rounded(LevelTargets.Apart(now, target)) : null;

    internal static double? Rounded(double? value) => value is { } v ? Math.Round(v, 1) : null;

    /// <summary>The maximum of each part; each value covers the three seconds from there and is drawn at their middle.</summary>
    internal static double[] Columned(ValueList<double> tenths)
    {
        var columns = new double[Math.Min(Columns, tenths.Count)];
        for (var c = 0; c < columns.Length; c++)
        {
            var (from, to) = ((long)tenths.Count * c / columns.Length, (long)tenths.Count * (c + 1) / columns.Length);
            var greatest = LeastLufs;
            for (var i = (int)from; i < to; i++) greatest = Math.Max(greatest, tenths[i]);
            columns[c] = Math.Round(greatest, 1);
        }
        return columns;
    }
}

/// <summary>The loudness over the slides with matched levels.</summary>
/// <param name="IntegratedLufs">The integrated loudness of the whole in LUFS; null for none.</param>
/// <param name="Along">Its short-term loudness in equal parts of the show, in LUFS.</param>
public sealed record MatchedAlong(double? IntegratedLufs, IReadOnlyList<double> Along)
{
    internal static MatchedAlong Of(ShowLevels levels) => new(LevelsView.Rounded(levels.Whole.IntegratedLufs), LevelsView.Columned(levels.Whole.ShortTermLufs));
}

/// <summary>The loudness of a kind of sound over time.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Along">Their short-term loudness in equal parts of the show, in LUFS.</param>
public sealed record KindAlong(SoundKind Kind, IReadOnlyList<double> Along);

/// <summary>The loudness of a cue, and the level that brings it to its target.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Kind">The kind of its sound.</param>
/// <param name="NowLufs">Its loudness as the target measures it, in LUFS; null for none.</param>
/// <param name="TargetLufs">Its target, in LUFS.</param>
/// <param name="ApartLu">The difference to it, in LU, positive above it; null when it is on target, or has no loudness.</param>
/// <param name="LevelDb">Its level, in dB.</param>
/// <param name="ToDb">The matched level, in dB.</param>
/// <param name="Changes">Whether that would change its level.</param>
/// <param name="ToLufs">Its loudness at the matched level, in LUFS; null for none.</param>
/// <param name="HeldByPeaks">Whether its peaks keep it below its target.</param>
/// <param name="Follows">Whether its level follows its target.</param>
/// <param name="TruePeakDbtp">The upper bound of its true peak, in dBTP; null for silence.</param>
/// <param name="OverBedLu">How far a voice is above the beds while it speaks, in LU; null when no bed plays then, and for other kinds.</param>
public sealed record CueLevelsView(
    string CueId, SoundKind Kind, double? NowLufs, double TargetLufs, double? ApartLu, double LevelDb, double ToDb, bool Changes, double? ToLufs, bool HeldByPeaks, bool Follows, double? TruePeakDbtp, double? OverBedLu)
{
    internal static CueLevelsView Of(Show show, CueLevels cue, MatchedCue match) => new(
        cue.CueId, cue.Kind, LevelsView.Rounded(match.NowLufs), match.TargetLufs, LevelsView.Apart(match.NowLufs, match.TargetLufs), cue.LevelDb, match.ToDb, match.Changes, LevelsView.Rounded(match.NowLufs + match.ToDb - match.FromDb),
        match.HeldByPeaks, show.Cue(cue.CueId).Follows, LevelsView.Rounded(cue.TruePeakDbtp), LevelsView.Rounded(cue.OverBedLu));
}
