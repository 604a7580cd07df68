namespace Phonaris.Core.Fitting;

/// <summary>
/// The best ways from the first stretch of a piece to any other, for every count of stretches heard: dynamic programming over both. Going on
/// costs nothing; a join costs what it is unlike, and a penalty; no passage is shorter than two bars. One table serves all lengths up to its
/// own, so that a new length is found while a slider moves.
/// </summary>
internal sealed class PassageTable
{
    private readonly BeatGrid _grid;
    private readonly Edge[] _edges;
    private readonly int _ends;
    private readonly int _least;

    /// <summary>For each count of stretches heard before, and each stretch, the join it was entered by: 0 for going on, else its number from 1.</summary>
    private readonly ushort[] _by;

    /// <summary>The cost of having heard all to the end, for each count of stretches.</summary>
    private readonly float[] _totals;

    /// <summary>Works the table out.</summary>
    /// <param name="grid">The piece.</param>
    /// <param name="edges">The joins that may be used, by the stretch they leave; what each costs, its penalty included.</param>
    /// <param name="ends">How many stretches at the beginning and at the end stay as they are.</param>
    /// <param name="least">The least passage, in stretches.</param>
    /// <param name="most">The greatest count of stretches.</param>
    /// <param name="cap">What a way costs less than; dearer ones are not followed.</param>
    public PassageTable(BeatGrid grid, IEnumerable<Edge> edges, int ends, int least, int most, float cap)
    {
        (_grid, _ends, _least, Most, Cap) = (grid, ends, least, most, cap);
        _edges = [.. edges.Where(e => e.From >= ends - 1 && e.To <= grid.Count - ends && e.To + least <= grid.Count).Take(ushort.MaxValue - 1)];
        _by = new ushort[(most + 1) * grid.Count];
        _totals = Fill();
    }

    /// <summary>The greatest count of stretches it knows of.</summary>
    public int Most { get; }

    /// <summary>What the ways it knows of cost less than.</summary>
    public float Cap { get; }

    /// <summary>About how many bytes it holds.</summary>
    public long Bytes => _by.Length * sizeof(ushort) + _totals.Length * sizeof(float) + _edges.Length * Edge.Bytes;

    /// <summary>The best way for a length, or null when there is none among counts of stretches; those dearer than the cap are not known.</summary>
    /// <param name="target">The length wanted, in frames.</param>
    /// <param name="low">The least count of stretches.</param>
    /// <param name="high">The greatest; at most <see cref="Most"/>.</param>
    public Way? Find(long target, int low, int high)
    {
        Way? best = null;
        for (var count = Math.Max(low, 2 * _ends); count <= high; count++)
        {
            if (_totals[count] >= Cap || (best is not null && _totals[count] >= best.Cost)) continue;
            var way = Back(count);
            var cost = _totals[count] + LeftOver(target - way.Frames, way.Frames);
            if (best is null || cost < best.Cost) best = way with { Cost = cost };
        }
        return best;
    }

    /// <summary>What a left-over costs: little while a stretch of a hundredth takes it up, more where a moment must be waited or skipped.</summary>
    private double LeftOver(long left, long frames)
    {
        var room = 0.01 * Math.Max(0, frames - 2.0 * _ends * _grid.Middle);
        var over = Math.Max(0, Math.Abs(left) - room);
        var beats = Math.Abs(left) / (double)_grid.Middle;
        return 0.1 * Math.Min(1, Math.Abs(left) / Math.Max(1, room)) + Math.Min(0.3, 0.05 * beats) + 1.2 * over / _grid.Middle;
    }

    private float[] Fill()
    {
        var n = _grid.Count;
        var firsts = new int[n + 1];
        foreach (var edge in _edges) firsts[edge.From + 1]++;
        for (var b = 0; b < n; b++) firsts[b + 1] += firsts[b];
        // rows[heard]: the cost of the stretch heard last being b, with so many before it.
        var rows = new float[_least + 1][];
        for (var r = 0; r < rows.Length; r++) rows[r] = [.. Enumerable.Repeat(Cap, n)];
        var totals = new float[Most + 1];
        Array.Fill(totals, Cap);
        rows[0][0] = 0;
        for (var heard = 0; heard < Most; heard++)
        {
            var row = rows[heard % rows.Length];
            var next = rows[(heard + 1) % rows.Length];
            var landing = rows[(heard + _least) % rows.Length];
            totals[heard + 1] = row[n - 1];
            for (var b = row.AsSpan().IndexOfAnyExcept(Cap); b >= 0 && b < n; b++)
            {
                var cost = row[b];
                if (cost >= Cap) continue;
                if (b + 1 < n && cost <= next[b + 1])
                {
                    next[b + 1] = cost;
                    _by[(heard + 1) * n + b + 1] = 0;
                }
                if (heard + _least > Most) continue;
                for (var e = firsts[b]; e < firsts[b + 1]; e++)
                {
                    var through = cost + _edges[e].Cost;
                    var to = _edges[e].To + _least - 1;
                    if (through >= landing[to]) continue;
                    landing[to] = through;
                    _by[(heard + _least) * n + to] = (ushort)(e + 1);
                }
            }
            Array.Fill(row, Cap);
        }
        return totals;
    }

    private Way Back(int count)
    {
        var n = _grid.Count;
        var joins = new List<Edge>();
        for (var (heard, b) = (count - 1, n - 1); heard > 0;)
        {
            var entered = _by[heard * n + b];
            if (entered == 0) (heard, b) = (heard - 1, b - 1);
            else
            {
                var edge = _edges[entered - 1];
                joins.Add(edge);
                (heard, b) = (heard - _least, edge.From);
            }
        }
        joins.Reverse();
        return new(joins, _grid.At[^1] - _grid.At[0] + joins.Sum(j => _grid.At[j.From + 1] - _grid.At[j.To]), 0);
    }

    /// <summary>A way.</summary>
    /// <param name="Joins">Its joins in order.</param>
    /// <param name="Frames">Its length in frames.</param>
    /// <param name="Cost">What it costs, what is left over included.</param>
    public sealed record Way(IReadOnlyList<Edge> Joins, long Frames, double Cost);
}
