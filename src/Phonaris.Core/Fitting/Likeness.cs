using System.Numerics;
using System.Numerics.Tensors;
using System.Runtime.CompilerServices;
using Phonaris.Core.Music;

namespace Phonaris.Core.Fitting;

/// <summary>
/// How alike the places of a piece are, looked at in even steps: two places by what is heard in the two seconds before and after them. How alike is told
/// as the part of random pairs of places that are more alike.
/// </summary>
internal sealed class Likeness
{
    private const long ContextFrames = 2 * Frames.PerSecond;

    private const int RandomPairs = 8192;

    /// <summary>The first number of all steps, then the second of all, and so on.</summary>
    private readonly float[] _values;
    private readonly int _context;
    private readonly float[] _random;

    private Likeness(float[] values, int count, long hopFrames)
    {
        (_values, Count, HopFrames) = (values, count, hopFrames);
        _context = (int)Math.Max(1, ContextFrames / hopFrames);
        _random = OfRandomPairs();
    }

    /// <summary>How many steps there are.</summary>
    public int Count { get; }

    /// <summary>How long a step is, in frames.</summary>
    public long HopFrames { get; }

    /// <summary>How unlike random pairs of places are in the middle.</summary>
    public float Middle => _random[_random.Length / 2];

    /// <summary>About how many bytes it holds.</summary>
    public long Bytes => (_values.Length + _random.Length) * sizeof(float);

    /// <summary>Looks at the used part of a piece.</summary>
    /// <param name="track">What is heard along the piece.</param>
    /// <param name="from">The first frame used.</param>
    /// <param name="to">The frame after the last.</param>
    /// <param name="most">How many steps there may be; moments are taken together until there are no more.</param>
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

    /// <summary>How unlike two places are.</summary>
    /// <param name="a">The step that begins at the one.</param>
    /// <param name="b">The step that begins at the other.</param>
    public float Unlike(int a, int b)
    {
        var before = Math.Min(_context, Math.Min(a, b));
        Span<float> distances = stackalloc float[Math.Min(before + _context, before + Count - Math.Max(a, b))];
        if (distances.IsEmpty) return float.MaxValue;
        Distances(a - before, b - before, distances);
        return TensorPrimitives.Average<float>(distances);
    }

    /// <summary>The part of random pairs of places that are more alike, 0 to 1.</summary>
    public float Percentile(float unlike)
    {
        var at = Array.BinarySearch(_random, unlike);
        return (at < 0 ? ~at : at) / (float)_random.Length;
    }

    /// <summary>How unlike the places are than which a part of random pairs are more alike.</summary>
    /// <param name="percentile">The part, 0 to 1.</param>
    public float AtPercentile(float percentile) => _random[(int)(percentile * (_random.Length - 1))];

    /// <summary>How unlike each place is to the one some steps on.</summary>
    /// <param name="lag">How many steps on.</param>
    /// <param name="unlike">Takes as many as there are: <see cref="Count"/> less the lag.</param>
    /// <param name="sums">Room to work in, for one more.</param>
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

    /// <summary>How unlike the steps from one on are to those from another on, each to each: the Euclidean distance of their numbers.</summary>
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
