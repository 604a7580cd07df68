using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>The analysis of sounds. Without it, fitted cues play unfitted, and voices count as speaking from their first frame to their last.</summary>
/// <param name="Fit">Computes the results of recipes.</param>
/// <param name="Track">The loudness of files over time, by content hash.</param>
public sealed record Listened(FitOf? Fit = null, Func<string, LoudnessTrack>? Track = null)
{
    /// <summary>No analysis.</summary>
    public static Listened Nothing { get; } = new();
}
