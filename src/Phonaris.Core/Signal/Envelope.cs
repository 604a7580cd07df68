using System.Text;

namespace Phonaris.Core.Signal;

/// <summary>
/// A gain curve of a cue, in dB: linear between points, constant outside them. Without points it
/// changes nothing.
/// </summary>
/// <param name="Points">The points, in ascending order of frames.</param>
public sealed record Envelope(ValueList<EnvelopePoint> Points)
{
    /// <summary>No gain change.</summary>
    public static Envelope Even { get; } = new([]);

    /// <summary>The gain at a frame of the cue, in dB.</summary>
    public double DbAt(long frame)
    {
        var next = After(frame);
        if (next == 0) return Points.Count == 0 ? 0 : Points[0].Db;
        if (next == Points.Count) return Points[^1].Db;
        var (from, to) = (Points[next - 1], Points[next]);
        return from.Db + (to.Db - from.Db) * (frame - from.Frame) / (to.Frame - from.Frame);
    }

    /// <summary>The gain at a frame of the cue, linear.</summary>
    public float GainAt(long frame) => Points.Count == 0 ? 1 : Gain.FromDecibels(DbAt(frame));

    /// <summary>Whether it is constant over a stretch of frames.</summary>
    public bool StaysOver(long from, long to)
    {
        var next = After(from);
        return next == Points.Count || ((next == 0 || Points[next - 1].Db == Points[next].Db) && to <= Points[next].Frame);
    }

    /// <summary>The index of the first point after a frame.</summary>
    public int After(long frame)
    {
        var (low, high) = (0, Points.Count);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (Points[middle].Frame <= frame) low = middle + 1;
            else high = middle;
        }
        return low;
    }

    /// <summary>The sum of both curves in dB.</summary>
    public static Envelope operator +(Envelope left, Envelope right)
    {
        ArgumentNullException.ThrowIfNull(left);
        ArgumentNullException.ThrowIfNull(right);
        if (left.Points.Count == 0) return right;
        if (right.Points.Count == 0) return left;
        var frames = left.Points.Concat(right.Points).Select(p => p.Frame).Distinct().Order();
        return new([.. frames.Select(f => new EnvelopePoint(f, left.DbAt(f) + right.DbAt(f)))]);
    }

    private bool PrintMembers(StringBuilder builder)
    {
        builder.AppendJoin(' ', Points);
        return true;
    }
}

/// <summary>A point of an <see cref="Envelope"/>.</summary>
/// <param name="Frame">The frame of the cue, 0 at its start.</param>
/// <param name="Db">The gain in dB.</param>
public readonly record struct EnvelopePoint(long Frame, double Db);
