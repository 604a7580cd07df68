using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>How beds are ducked under a voice that nobody knows the beginning of.</summary>
/// <param name="AttackMs">How long they take to go down, in milliseconds; where there is time for it, before the voice speaks.</param>
/// <param name="HoldMs">How long they stay down when it has spoken, in milliseconds.</param>
/// <param name="ReleaseMs">How long they take to come up again, in milliseconds.</param>
/// <param name="DepthDb">How far down they go, in dB; null for as far as each is too loud for it.</param>
/// <param name="Spoken">When it speaks; null where that is not known, and beds stay down for as long as it sounds.</param>
public sealed record LiveDuck(long AttackMs, long HoldMs, long ReleaseMs, double? DepthDb, ValueList<LiveStretch>? Spoken)
{
    /// <summary>How beds are ducked under a voice, by what it sounds from.</summary>
    internal static LiveDuck Of(Duck duck, LiveStem stem, Listened listened) => new(
        duck.AttackMs, duck.HoldMs, duck.ReleaseMs, duck.DepthDb,
        stem.Loops ? null : [.. Speech.Of(stem.Cue, listened).Select(s => new LiveStretch(s.FromFrame / Frames.PerMs, s.ToFrame / Frames.PerMs))]);
}

/// <summary>A stretch of a cue.</summary>
/// <param name="FromMs">Where it begins, in milliseconds from the cue's start.</param>
/// <param name="ToMs">Where it ends.</param>
public sealed record LiveStretch(long FromMs, long ToMs);
