using System.Numerics.Tensors;

namespace Phonaris.Core.Fitting;

/// <summary>
/// For each distance two places of a piece can be apart, those pairs of places that are most alike, one in each part of the piece: a self-similarity matrix
/// (J. Foote, "Visualizing music and audio using self-similarity", 1999) gone through diagonal by diagonal, of which only the best is kept. For each lag 1 … n − 1 there are at most sixteen entries: of the pairs (a, a + lag) with a in the first sixteenth of the piece the most alike, and so on.
/// </summary>
internal sealed class JumpTable
{
    /// <summary>The parts of a piece in each of which the best place is kept, so that there are some wherever they are wanted.</summary>
    private const int Parts = 16;

    private readonly int[] _at;
    private readonly float[] _unlike;

    private JumpTable(int count) => (_at, _unlike) = (new int[count * Parts], new float[count * Parts]);

    /// <summary>About how many bytes it holds.</summary>
    public long Bytes => _at.Length * (sizeof(int) + sizeof(float));

    /// <summary>Looks at all pairs of places, on all cores.</summary>
    /// <param name="likeness">How alike they are.</param>
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

    /// <summary>The pairs of places so far apart: the earlier of the two, and how unlike they are.</summary>
    /// <param name="lag">How far, in steps, at least 1.</param>
    public IEnumerable<(int At, float Unlike)> Apart(int lag)
    {
        for (var k = lag * Parts; k < (lag + 1) * Parts; k++)
            if (_unlike[k] < float.MaxValue) yield return (_at[k], _unlike[k]);
    }
}
