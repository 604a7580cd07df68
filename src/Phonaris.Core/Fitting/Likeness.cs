using System.Numerics;
using System.Numerics.Tensors;
using System.Runtime.CompilerServices;
using Phonaris.Core.Music;

namespace Phonaris.Core.Fitting;

/// <summary>
/// The similarity of the moments of a piece, in even steps: two moments are compared by the features of the two seconds before and after them. It is expressed
/// as the fraction of random pairs of moments that are more alike.
/// </summary>
internal sealed class Likeness
{
    private const long ContextFrames = 2 * Frames.PerSecond;

    private const int RandomPairs = 8192;

    /// <summary>The first feature of all steps, then the second of all, and so on.</summary>
    private readonly float[] _values;
    private readonly int _context;
    private readonly float[] _random;

    private Likeness(float[] values, int count, long hopFrames)
    {
        (_values, Count, HopFrames) = (values, count, hopFrames);
        _context = (int)Math.Max(1, ContextFrames / hopFrames);
        _random = OfRandomPairs();
    }

    /// <summary>The number of steps.</summary>
    public int Count { get; }

    /// <summary>The length of a step, in frames.</summary>
    public long HopFrames { get; }

    /// <summary>The median dissimilarity of random pairs.</summary>
    public float Middle => _random[_random.Length / 2];

    /// <summary>Its approximate size in bytes.</summary>
    public long Bytes => (_values.Length + _random.Length) * sizeof(float);

    /// <summary>Prepares the used part of a piece.</summary>
    /// <param name="track">The features of the piece over time.</param>
    /// <param name="from">The first frame used.</param>
    /// <param name="to">The frame after the last.</param>
    /// <param name="most">The most steps; neighbouring moments are averaged to stay below it.</param>
    public static Likeness Of(FeatureTrack track, long from, long to, int most)
    {
        var first = (int)Math.Min(track.Count, (from + track.HopFrames / 2) / track.HopFrames);
        var moments = (int)Math.Min(track.Count, to / track.HopFrames) - first;
        var together = 1;
        while (moments / together > most) together *= 2;
        var count = Math.Max(0, moments / together);
        var values = new float[FeatureTrack.Size * count];
        var read = new float[FeatureTrack.Size * together];
        for (var step = 0; step < count; step++)
        {
            track.Read(first + step * together, read);
            for (var k = 0; k < read.Length; k++) values[k % FeatureTrack.Size * count + step] += read[k] / together;
        }
        return new(values, count, (long)track.HopFrames * together);
    }

    /// <summary>The dissimilarity of two moments.</summary>
    /// <param name="a">The step that begins at the first.</param>
    /// <param name="b">The step that begins at the second.</param>
    public float Unlike(int a, int b)
    {
        var before = Math.Min(_context, Math.Min(a, b));
        Span<float> distances = stackalloc float[Math.Min(before + _context, before + Count - Math.Max(a, b))];
        if (distances.IsEmpty) return float.MaxValue;
        Distances(a - before, b - before, distances);
        return TensorPrimitives.Average<float>(distances);
    }

    /// <summary>The fraction of random pairs of moments that are more alike.</summary>
    public float Percentile(float unlike)
    {
        var at = Array.BinarySearch(_random, unlike);
        return (at < 0 ? ~at : at) / (float)_random.Length;
    }

    /// <summary>The dissimilarity below which a fraction of random pairs is.</summary>
    /// <param name="percentile">The fraction, 0 to 1.</param>
    public float AtPercentile(float percentile) => _random[(int)(percentile * (_random.Length - 1))];

    /// <summary>The dissimilarity of each moment and the one a lag later.</summary>
    /// <param name="lag">The lag in steps.</param>
    /// <param name="unlike">Receives <see cref="Count"/> minus the lag values.</param>
    /// <param name="sums">A buffer for one more.</param>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public void Diagonal(int lag, Span<float> unlike, Span<double> sums)
    {
        Distances(0, lag, unlike);
        sums[0] = 0;
        for (var t = 0; t < unlike.Length; t++) sums[t + 1] = sums[t] + unlike[t];
        for (var t = 0; t < unlike.Length; t++)
        {
            var (from, to) = (Math.Max(0, t - _context), Math.Min(unlike.Length, t + _context));
            unlike[t] = (float)((sums[to] - sums[from]) / (to - from));
        }
    }

    /// <summary>The Euclidean distances of two sequences of steps, pair by pair.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public void Distances(int a, int b, Span<float> distances)
    {
        var at = 0;
        for (; at <= distances.Length - Vector<float>.Count; at += Vector<float>.Count)
        {
            var squares = Vector<float>.Zero;
            for (var n = 0; n < FeatureTrack.Size; n++)
            {
                var difference = new Vector<float>(_values, n * Count + a + at) - new Vector<float>(_values, n * Count + b + at);
                squares += difference * difference;
            }
            Vector.SquareRoot(squares).CopyTo(distances[at..]);
        }
        for (; at < distances.Length; at++)
        {
            var squares = 0f;
            for (var n = 0; n < FeatureTrack.Size; n++)
            {
                var difference = _values[n * Count + a + at] - _values[n * Count + b + at];
                squares += difference * difference;
            }
            distances[at] = MathF.Sqrt(squares);
        }
    }

    private float[] OfRandomPairs()
    {
        if (Count == 0) return [0];
        // The same for the same piece.
        var random = new Random(Count);
        var pairs = Enumerable.Range(0, RandomPairs).Select(_ => (A: random.Next(Count), B: random.Next(Count))).ToArray();
        var unlike = new float[RandomPairs];
        Parallel.For(0, RandomPairs, k => unlike[k] = Unlike(pairs[k].A, pairs[k].B));
        Array.Sort(unlike);
        return unlike;
    }
}
