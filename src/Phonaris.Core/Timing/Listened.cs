using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>What is known of sounds by having listened to them; without it fitted cues sound as they are, and voices count as speaking from their first frame to their last.</summary>
/// <param name="Fit">Works out what recipes come to.</param>
/// <param name="Track">How loud files are along their course, by their content hash.</param>
public sealed record Listened(FitOf? Fit = null, Func<string, LoudnessTrack>? Track = null)
{
    /// <summary>Nothing is known.</summary>
    public static Listened Nothing { get; } = new();
}
