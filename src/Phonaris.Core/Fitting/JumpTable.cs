using System.Numerics.Tensors;

namespace Phonaris.Core.Fitting;

/// <summary>
/// For each lag, the most alike pairs of moments that far apart, one in each part of the piece: a self-similarity matrix
/// (J. Foote, "Visualizing music and audio using self-similarity", 1999) computed diagonal by diagonal, of which only the best is kept. For each lag 1 … n − 1 there are at most sixteen entries: among the pairs (a, a + lag) with a in the first sixteenth of the piece the most alike one, and so on.
/// </summary>
internal sealed class JumpTable
{
    /// <summary>The number of parts of a piece that each keep their best pair, so that there are candidates everywhere.</summary>
    private const int Parts = 16;

    private readonly int[] _at;
    private readonly float[] _unlike;

    private JumpTable(int count) => (_at, _unlike) = (new int[count * Parts], new float[count * Parts]);

    /// <summary>Its approximate size in bytes.</summary>
    public long Bytes => _at.Length * (sizeof(int) + sizeof(float));

    /// <summary>Compares all pairs of moments, on all cores.</summary>
    /// <param name="likeness">The similarity of moments.</param>
    public static JumpTable Of(Likeness likeness)
    {
        var count = likeness.Count;
        var jumps = new JumpTable(count);
        Array.Fill(jumps._unlike, float.MaxValue);
        Parallel.For(1, Math.Max(1, count), new ParallelOptions(), () => (new float[count], new double[count + 1]), (lag, _, worker) =>
        {
            var unlike = worker.Item1.AsSpan(0, count - lag);
            likeness.Diagonal(lag, unlike, worker.Item2);
            for (var part = 0; part < Parts; part++)
            {
                var (from, to) = (Math.Min(unlike.Length, part * count / Parts), Math.Min(unlike.Length, (part + 1) * count / Parts));
                if (from == to) continue;
                var best = TensorPrimitives.IndexOfMin(unlike[from..to]);
                (jumps._at[lag * Parts + part], jumps._unlike[lag * Parts + part]) = (from + best, unlike[from + best]);
            }
            return worker;
        }, _ => { });
        return jumps;
    }

    /// <summary>The pairs of moments with a lag: the earlier of the two, and their dissimilarity.</summary>
    /// <param name="lag">The lag in steps, at least 1.</param>
    public IEnumerable<(int At, float Unlike)> Apart(int lag)
    {
        for (var k = lag * Parts; k < (lag + 1) * Parts; k++)
            if (_unlike[k] < float.MaxValue) yield return (_at[k], _unlike[k]);
    }
}
