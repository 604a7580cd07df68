using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows;

/// <summary>A change of a cue's level at a moment after its start.</summary>
/// <param name="AtMs">The moment, in milliseconds from its start.</param>
/// <param name="Db">The change of its level in dB.</param>
public sealed record LevelPoint(long AtMs, double Db)
{
    /// <summary>The most points a cue can have.</summary>
    public const int Most = 500;

    /// <summary>The gain that points in ascending order add over time.</summary>
    public static Envelope EnvelopeOf(ValueList<LevelPoint> points)
    {
        ArgumentNullException.ThrowIfNull(points);
        return points.Count == 0 ? Envelope.Even : new([.. points.Select(p => new EnvelopePoint(Frames.FromMs(p.AtMs), p.Db))]);
    }
}
