namespace Phonaris.Core.Fitting;

/// <summary>Finds the best way through a piece that comes to a length, and keeps what it worked out for the next length asked for.</summary>
/// <param name="grid">The piece.</param>
/// <param name="edges">The joins that may be used, by the stretch they leave; what each costs, its penalty included.</param>
/// <param name="ends">How many stretches at the beginning and at the end stay as they are.</param>
/// <param name="least">The least passage, in stretches.</param>
internal sealed class PassagePath(BeatGrid grid, IReadOnlyList<Edge> edges, int ends, int least)
{
    /// <summary>
    /// What a way may cost: first little, so that hardly any are followed, and more only where there is none as cheap. The last would be
    /// heard all too well.
    /// </summary>
    private static readonly float[] Caps = [0.35f, 0.7f, 2, 12];

    /// <summary>How far from the count of stretches wanted is looked, in parts of it, where their lengths differ.</summary>
    private const double Reach = 0.1;

    /// <summary>How much longer than asked for is worked out: a slider moves on.</summary>
    private const double Ahead = 1.1;

    private readonly Lock _lock = new();
    private readonly PassageTable?[] _tables = new PassageTable?[Caps.Length];

    /// <summary>About how many bytes it holds.</summary>
    public long Bytes => edges.Count * Edge.Bytes + _tables.Sum(t => t?.Bytes ?? 0);

    /// <summary>The best way for a length, or null when there is none.</summary>
    /// <param name="target">The length wanted, in frames.</param>
    public PassageTable.Way? Find(long target)
    {
        var n = grid.Count;
        var wanted = (int)(target / Math.Max(1.0, (double)(grid.At[^1] - grid.At[0]) / n));
        var spread = Math.Max(6, (int)(wanted * Reach));
        if (wanted + spread < n && edges.Count == 0) return null;
        PassageTable.Way? best = null;
        lock (_lock)
            for (var c = 0; c < Caps.Length; c++)
            {
                if (_tables[c] is not { } table || table.Most < wanted + spread)
                    _tables[c] = table = new(grid, edges, ends, least, (int)((wanted + spread) * Ahead), Caps[c]);
                best = table.Find(target, wanted - spread, wanted + spread);
                // None that was left aside can be better.
                if (best is not null && best.Cost <= Caps[c]) break;
            }
        return best;
    }
}
