using Phonaris.Core.Shows;

namespace Phonaris.Core.Levels;

/// <summary>The level that would bring a cue to its target.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="FromDb">Its level now, in dB.</param>
/// <param name="ToDb">The level proposed, in dB.</param>
/// <param name="NowLufs">How loud it is now, as the target counts it, in LUFS; null where it has no loudness: its level stays.</param>
/// <param name="TargetLufs">The target, in LUFS.</param>
/// <param name="HeldByPeaks">Whether its peaks keep it below its target.</param>
public sealed record MatchedCue(string CueId, double FromDb, double ToDb, double? NowLufs, double TargetLufs, bool HeldByPeaks)
{
    /// <summary>Less than this nobody hears, and it is not set, in dB.</summary>
    private const double LeastDb = 0.05;

    /// <summary>Whether its level would be another.</summary>
    public bool Changes => NowLufs is not null && Math.Abs(ToDb - FromDb) >= LeastDb;

    /// <summary>It, where it has to be lower for its peaks.</summary>
    internal MatchedCue LoweredTo(double levelDb) => levelDb < ToDb ? this with { ToDb = Math.Max(levelDb, Cue.LeastLevelDb), HeldByPeaks = true } : this;
}
