using System.Buffers;

namespace Phonaris.Core.Fitting;

/// <summary>
/// The best way from the first stretch of a piece to its last that comes to a length: dynamic programming over the stretch and how many
/// were heard before it. Going on costs nothing; a join costs what it is unlike, and a penalty; no passage is shorter than two bars.
/// </summary>
internal static class PassagePath
{
    /// <summary>
    /// What a way may cost: first little, so that hardly any are followed, and more only where there is none as cheap. The last would be
    /// heard all too well.
    /// </summary>
    private static readonly float[] Caps = [0.35f, 0.7f, 2, 12];

    /// <summary>How far from the count of stretches wanted is looked, in parts of it, where their lengths differ.</summary>
    private const double Reach = 0.1;

    /// <summary>A way.</summary>
    /// <param name="Joins">Its joins in order.</param>
    /// <param name="Frames">Its length in frames.</param>
    /// <param name="Cost">What it costs, what is left over included.</param>
    public sealed record Way(IReadOnlyList<Edge> Joins, long Frames, double Cost);

    /// <summary>Finds the best way, or null when there is none.</summary>
    /// <param name="grid">The piece.</param>
    /// <param name="edges">The joins that may be used, by the stretch they leave.</param>
    /// <param name="target">The length wanted, in frames.</param>
    /// <param name="penalty">What each join costs by itself.</param>
    /// <param name="ends">How many stretches at the beginning and at the end stay as they are.</param>
    /// <param name="least">The least passage, in stretches.</param>
    public static Way? Find(BeatGrid grid, ReadOnlySpan<Edge> edges, long target, float penalty, int ends, int least)
    {
        var n = grid.Count;
        var usable = new List<Edge>();
        foreach (var edge in edges)
            if (edge.From >= ends - 1 && edge.To <= n - ends && edge.To + least <= n) usable.Add(edge with { Cost = edge.Cost + penalty });
        var firsts = new int[n + 1];
        foreach (var edge in usable) firsts[edge.From + 1]++;
        for (var b = 0; b < n; b++) firsts[b + 1] += firsts[b];
        var wanted = (int)(target / Math.Max(1.0, (double)(grid.At[^1] - grid.At[0]) / n));
        var spread = Math.Max(6, (int)(wanted * Reach));
        var (low, high) = (Math.Max(2 * ends, wanted - spread), wanted + spread);
        if (high < n && usable.Count == 0) return null;
        var by = ArrayPool<int>.Shared.Rent((high + 1) * n);
        try
        {
            Way? best = null;
            foreach (var cap in Caps)
            {
                var totals = Fill(n, [.. usable], firsts, high, least, cap, by);
                for (var count = low; count <= high; count++)
                {
                    if (totals[count] >= cap || (best is not null && totals[count] >= best.Cost)) continue;
                    var way = Back(grid, usable, by, count, least);
                    var cost = totals[count] + LeftOver(grid, target - way.Frames, way.Frames, ends);
                    if (best is null || cost < best.Cost) best = way with { Cost = cost };
                }
                // None that was left aside can be better.
                if (best is not null && best.Cost <= cap) break;
            }
            return best;
        }
        finally
        {
            ArrayPool<int>.Shared.Return(by);
        }
    }

    /// <summary>What a left-over costs: little while a stretch of a hundredth takes it up, more where a moment must be waited or skipped.</summary>
    private static double LeftOver(BeatGrid grid, long left, long frames, int ends)
    {
        var room = 0.01 * Math.Max(0, frames - 2.0 * ends * grid.Middle);
        var over = Math.Max(0, Math.Abs(left) - room);
        var beats = Math.Abs(left) / (double)grid.Middle;
        return 0.1 * Math.Min(1, Math.Abs(left) / Math.Max(1, room)) + Math.Min(0.3, 0.05 * beats) + 1.2 * over / grid.Middle;
    }

    /// <summary>Fills in, for each state that is reached, which is a count of stretches heard and the last of them, the join it was entered by (0 for going on); gives the cost at the end for each count.</summary>
    private static float[] Fill(int n, Edge[] edges, int[] firsts, int high, int least, float cap, int[] by)
    {
        var rows = new float[least + 1][];
        for (var r = 0; r < rows.Length; r++) rows[r] = [.. Enumerable.Repeat(cap, n)];
        var totals = new float[high + 1];
        Array.Fill(totals, cap);
        rows[0][0] = 0;
        for (var heard = 0; heard < high; heard++)
        {
            // rows[heard]: the cost of the stretch heard last being b, with this many before it.
            var row = rows[heard % rows.Length];
            var next = rows[(heard + 1) % rows.Length];
            var landing = rows[(heard + least) % rows.Length];
            totals[heard + 1] = row[n - 1];
            for (var b = row.AsSpan().IndexOfAnyExcept(cap); b >= 0 && b < n; b++)
            {
                var cost = row[b];
                if (cost >= cap) continue;
                if (b + 1 < n && cost <= next[b + 1])
                {
                    next[b + 1] = cost;
                    by[(heard + 1) * n + b + 1] = 0;
                }
                if (heard + least > high) continue;
                for (var e = firsts[b]; e < firsts[b + 1]; e++)
                {
                    var through = cost + edges[e].Cost;
                    var to = edges[e].To + least - 1;
                    if (through >= landing[to]) continue;
                    landing[to] = through;
                    by[(heard + least) * n + to] = e + 1;
                }
            }
            Array.Fill(row, cap);
        }
        return totals;
    }

    private static Way Back(BeatGrid grid, List<Edge> edges, int[] by, int count, int least)
    {
        var n = grid.Count;
        var joins = new List<Edge>();
        for (var (heard, b) = (count - 1, n - 1); heard > 0;)
        {
            var entered = by[heard * n + b];
            if (entered == 0) (heard, b) = (heard - 1, b - 1);
            else
            {
                var edge = edges[entered - 1];
                joins.Add(edge);
                (heard, b) = (heard - least, edge.From);
            }
        }
        joins.Reverse();
        var frames = grid.At[^1] - grid.At[0] + joins.Sum(j => grid.At[j.From + 1] - grid.At[j.To]);
        return new(joins, frames, 0);
    }
}
