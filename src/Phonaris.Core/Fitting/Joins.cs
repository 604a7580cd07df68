using System.Numerics.Tensors;

namespace Phonaris.Core.Fitting;

/// <summary>
/// The places at which a piece can go over into itself: where what comes instead is like what would have come, and what led there is like
/// what led to it.
/// </summary>
internal sealed class Joins
{
    /// <summary>No join is less alike than this part of all pairs of beats.</summary>
    public const float WorstPercentile = 0.58f;

    /// <summary>Weights of how alike the stretches around two places are, from four before to three after.</summary>
    private static readonly float[] Context = [0.2f, 0.4f, 0.6f, 0.8f, 1, 0.8f, 0.6f, 0.4f];

    private const int Behind = 4;

    /// <summary>How many are kept from each place, and for each distance.</summary>
    private const int PerPlace = 3, PerDistance = 2;

    /// <summary>What landing on another beat of the bar costs; going on costs nothing, an unlike place about 1.</summary>
    private const float OffBar = 0.4f;

    /// <summary>Kept as numbers of unlikeness.</summary>
    private readonly float[] _sorted;

    private Joins(BeatGrid grid, Edge[] edges, float[] sorted) => (Grid, Edges, _sorted) = (grid, edges, sorted);

    /// <summary>What is joined.</summary>
    public BeatGrid Grid { get; }

    /// <summary>The joins worth considering, by the stretch they leave.</summary>
    public Edge[] Edges { get; }

    /// <summary>About how many bytes it holds.</summary>
    public long Bytes => _sorted.Length * sizeof(float) + Edges.Length * Edge.Bytes + Grid.Bytes;

    /// <summary>Finds the joins of a grid.</summary>
    public static Joins Of(BeatGrid grid)
    {
        var n = grid.Count;
        if (n < 4) return new(grid, [], []);
        var unlike = Unlikeness(grid);
        var sorted = Sample(unlike, n);
        var median = Math.Max(1e-6f, sorted[sorted.Length / 2]);
        var kept = new HashSet<(int, int)>();
        var byDistance = new (float Cost, int From)[2 * n + 1][];
        Span<(float Cost, int To)> best = stackalloc (float, int)[PerPlace];
        for (var a = 1; a < n; a++)
        {
            best.Fill((float.MaxValue, 0));
            for (var b = 1; b < n; b++)
            {
                if (a == b) continue;
                var cost = unlike[a * n + b] + (grid.HasBeat && (a - b) % grid.PerBar != 0 ? OffBar * median : 0);
                if (cost < best[^1].Cost) Insert(best, (cost, b));
                var same = byDistance[b - a + n] ??= [.. Enumerable.Repeat((float.MaxValue, 0), PerDistance)];
                if (cost < same[^1].Cost) Insert(same, (cost, a));
            }
            foreach (var (cost, b) in best)
                if (cost < float.MaxValue) kept.Add((a, b));
        }
        for (var d = 0; d < byDistance.Length; d++)
            foreach (var (cost, a) in byDistance[d] ?? [])
                if (cost < float.MaxValue) kept.Add((a, a + d - n));
        var joins = new Joins(grid, [], sorted);
        var edges = kept
            .Select(e => (e, Unlike: unlike[e.Item1 * n + e.Item2]))
            .Select(e => new Edge(
                e.e.Item1 - 1, e.e.Item2, joins.Percentile(e.Unlike),
                (joins.Percentile(e.Unlike) + Math.Min(2, e.Unlike / median)) / 2 + (grid.HasBeat && (e.e.Item1 - e.e.Item2) % grid.PerBar != 0 ? OffBar : 0)))
            .Where(e => e.Percentile <= WorstPercentile)
            .OrderBy(e => e.From).ThenBy(e => e.To)
            .ToArray();
        return new(grid, edges, sorted);
    }

    /// <summary>The join between two stretches, whether or not it is worth considering.</summary>
    /// <param name="from">The stretch that is left at its end.</param>
    /// <param name="to">The stretch that comes then, at least the second.</param>
    public Edge Between(int from, int to)
    {
        var unlike = Around(Grid.Count, from + 1, to, (a, b) => TensorPrimitives.Distance(Grid[a], Grid[b]));
        return new(from, to, Percentile(unlike), 0);
    }

    /// <summary>The part of all pairs of places that are more alike, 0 to 1.</summary>
    private float Percentile(float unlike)
    {
        var (low, high) = (0, _sorted.Length);
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (_sorted[middle] < unlike) low = middle + 1;
            else high = middle;
        }
        return (float)low / _sorted.Length;
    }

    private static void Insert<T>(Span<(float Cost, T)> best, (float Cost, T) one)
    {
        var at = best.Length - 1;
        for (; at > 0 && best[at - 1].Cost > one.Cost; at--) best[at] = best[at - 1];
        best[at] = one;
    }

    /// <summary>How unlike each two places are: the distances of the stretches around them, weighted.</summary>
    private static float[] Unlikeness(BeatGrid grid)
    {
        var n = grid.Count;
        var single = new float[n * n];
        Parallel.For(0, n, a =>
        {
            for (var b = a; b < n; b++)
                single[a * n + b] = single[b * n + a] = TensorPrimitives.Distance(grid[a], grid[b]);
        });
        var around = new float[n * n];
        Parallel.For(0, n, a =>
        {
            for (var b = 0; b < n; b++) around[a * n + b] = Around(n, a, b, (x, y) => single[x * n + y]);
        });
        return around;
    }

    /// <summary>How unlike two places are by the stretches around them, of as many as there are.</summary>
    private static float Around(int n, int a, int b, Func<int, int, float> single)
    {
        var (sum, weights) = (0f, 0f);
        for (var k = Math.Max(-Behind, -Math.Min(a, b)); k < Context.Length - Behind && Math.Max(a, b) + k < n; k++)
        {
            sum += Context[k + Behind] * single(a + k, b + k);
            weights += Context[k + Behind];
        }
        return sum / weights;
    }

    private static float[] Sample(float[] unlike, int n)
    {
        const int most = 100_000;
        var step = Math.Max(1, (int)((long)n * n / 2 / most));
        var sample = new List<float>();
        var count = 0;
        for (var a = 1; a < n; a++)
            for (var b = a + 1; b < n; b++)
                if (count++ % step == 0) sample.Add(unlike[a * n + b]);
        sample.Sort();
        return [.. sample];
    }
}
