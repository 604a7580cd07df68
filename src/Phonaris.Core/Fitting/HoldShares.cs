namespace Phonaris.Core.Fitting;

/// <summary>Distributes a time over slides in proportion to their weights, each within its limits.</summary>
internal static class HoldShares
{
    /// <summary>The share of a slide.</summary>
    /// <param name="Weight">Its weight.</param>
    /// <param name="LeastMs">Its minimum, in milliseconds.</param>
    /// <param name="GreatestMs">Its maximum.</param>
    public readonly record struct Share(double Weight, long LeastMs, long GreatestMs);

    /// <summary>The holds, in milliseconds, which add up to a total exactly; null if the limits do not allow it.</summary>
    public static long[]? Of(IReadOnlyList<Share> shares, long totalMs)
    {
        if (totalMs < shares.Sum(s => s.LeastMs) || totalMs > shares.Sum(s => s.GreatestMs)) return null;
        if (shares.Count == 0) return [];
        // The sum grows with the factor, which is found by bisection.
        var (low, high) = (0.0, (totalMs + 1.0) / Math.Max(1e-9, shares.Where(s => s.Weight > 0).Select(s => s.Weight).DefaultIfEmpty(1).Min()));
        for (var step = 0; step < 100; step++)
        {
            var middle = (low + high) / 2;
            if (shares.Sum(s => Clamped(s, middle)) < totalMs) low = middle;
            else high = middle;
        }
        var holds = shares.Select(s => (long)Clamped(s, high)).ToArray();
        // Whole milliseconds: the remainder is distributed one by one, first to slides that are not at a limit.
        var order = Enumerable.Range(0, holds.Length).OrderBy(k => holds[k] == shares[k].LeastMs || holds[k] == shares[k].GreatestMs).ToList();
        for (var left = totalMs - holds.Sum(); left != 0;)
        {
            var sign = Math.Sign(left);
            var moved = false;
            foreach (var k in order)
            {
                if (left == 0) break;
                if (sign > 0 ? holds[k] >= shares[k].GreatestMs : holds[k] <= shares[k].LeastMs) continue;
                holds[k] += sign;
                left -= sign;
                moved = true;
            }
            if (!moved) return null;
        }
        return holds;
    }

    private static double Clamped(Share share, double factor) => Math.Clamp(share.Weight * factor, share.LeastMs, share.GreatestMs);
}
