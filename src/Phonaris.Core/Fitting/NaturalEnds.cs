using Phonaris.Core.Music;

namespace Phonaris.Core.Fitting;

/// <summary>A point at which music can end.</summary>
/// <param name="Frame">Its distance from the first frame used.</param>
/// <param name="Cost">How unlike an ending it is, 0 to 1.</param>
/// <param name="AtPhrase">Whether a bar ends there and what follows is different or quieter.</param>
public sealed record NaturalEnd(long Frame, double Cost, bool AtPhrase);

/// <summary>Finds where a piece can end near a length: at the end of a bar, if what follows is different or quieter.</summary>
public static class NaturalEnds
{
    /// <summary>How far before the target length an ending is searched, in frames: eight seconds.</summary>
    private const long Reach = 8 * Frames.PerSecond;

    /// <summary>The best end points up to a length, the best first.</summary>
    /// <param name="piece">The piece.</param>
    /// <param name="fromFrame">The first frame used.</param>
    /// <param name="toFrame">The frame after the last.</param>
    /// <param name="length">The target length, in frames.</param>
    public static IReadOnlyList<NaturalEnd> Of(Piece piece, long fromFrame, long toFrame, long length)
    {
        ArgumentNullException.ThrowIfNull(piece);
        var grid = BeatGrid.Of(piece, fromFrame, toFrame);
        var ends = new List<NaturalEnd>();
        var reach = Math.Min(Reach, length / 3);
        var moves = Enumerable.Range(0, grid.Count).Select(k => k == 0 ? 0 : Moved(grid, k)).ToList();
        var most = Math.Max(1e-6, moves.Max());
        for (var k = 1; k < grid.Count; k++)
        {
            var frame = grid.At[k] - fromFrame;
            if (frame > length || frame < length - reach) continue;
            var startsBar = grid.HasBeat && piece.Beats.FindIndex(b => b == grid.At[k]) is >= 0 and var beat && (beat - piece.FirstDownbeat) % piece.BeatsPerBar == 0;
            var drop = Math.Clamp((grid[k - 1][^1] - grid[k][^1]) * 2, 0, 1);
            var cost = 1 - (startsBar ? 0.35 : 0) - 0.35 * moves[k] / most - 0.15 * drop - 0.15 * (1 - (length - frame) / (double)Math.Max(1, reach));
            ends.Add(new(frame, Math.Clamp(cost, 0, 1), startsBar && moves[k] > 0.3 * most));
        }
        return [.. ends.OrderBy(e => e.Cost).Take(5)];
    }

    private static double Moved(BeatGrid grid, int k) => System.Numerics.Tensors.TensorPrimitives.Distance(grid[k], grid[k - 1]);
}
