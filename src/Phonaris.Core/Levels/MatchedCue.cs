using Phonaris.Core.Shows;

namespace Phonaris.Core.Levels;

/// <summary>The level that would bring a cue to its target.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="FromDb">Its current level, in dB.</param>
/// <param name="ToDb">The proposed level, in dB.</param>
/// <param name="NowLufs">Its current loudness as the target measures it, in LUFS; null when it has none: then its level stays.</param>
/// <param name="TargetLufs">The target, in LUFS.</param>
/// <param name="HeldByPeaks">Whether its peaks keep it below its target.</param>
public sealed record MatchedCue(string CueId, double FromDb, double ToDb, double? NowLufs, double TargetLufs, bool HeldByPeaks)
{
    /// <summary>A change below this is inaudible and is not made, in dB.</summary>
    private const double LeastDb = 0.05;

    /// <summary>Whether its level would change.</summary>
    public bool Changes => NowLufs is not null && Math.Abs(ToDb - FromDb) >= LeastDb;

    /// <summary>The proposal, lowered for its peaks.</summary>
    internal MatchedCue LoweredTo(double levelDb) => levelDb < ToDb ? this with { ToDb = Math.Max(levelDb, Cue.LeastLevelDb), HeldByPeaks = true } : this;
}
