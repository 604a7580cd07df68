using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>How beds are ducked under a voice whose start is not known in advance.</summary>
/// <param name="AttackMs">The attack in milliseconds; it ends when the voice speaks, if there is time for it.</param>
/// <param name="HoldMs">The hold after speech, in milliseconds.</param>
/// <param name="ReleaseMs">The release in milliseconds.</param>
/// <param name="DepthDb">The depth in dB; null to lower each bed to its target.</param>
/// <param name="Spoken">The stretches of speech; null when unknown: then beds stay lowered as long as the voice plays.</param>
public sealed record LiveDuck(long AttackMs, long HoldMs, long ReleaseMs, double? DepthDb, ValueList<LiveStretch>? Spoken)
{
    /// <summary>The ducking settings of a voice, from the sound it plays.</summary>
    internal static LiveDuck Of(Duck duck, LiveStem stem, Listened listened) => new(
        duck.AttackMs, duck.HoldMs, duck.ReleaseMs, duck.DepthDb,
        stem.Loops ? null : [.. Speech.Of(stem.Cue, listened).Select(s => new LiveStretch(s.FromFrame / Frames.PerMs, s.ToFrame / Frames.PerMs))]);
}

/// <summary>A stretch of a cue.</summary>
/// <param name="FromMs">Where it begins, in milliseconds from the cue's start.</param>
/// <param name="ToMs">Where it ends, in milliseconds from the cue's start.</param>
public sealed record LiveStretch(long FromMs, long ToMs);
