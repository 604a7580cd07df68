using System.Numerics.Tensors;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>
/// Turns the edits of a path into passages, exact to the frame: each edit is aligned by cross-correlation, and the remaining difference
/// is distributed over small inaudible splices.
/// </summary>
internal sealed class Splices(ISoundReader sound, BeatGrid grid)
{
    /// <summary>How far edits and splices are moved for alignment.</summary>
    private const int EditReach = 15 * Frames.PerMs, SpliceReach = 2 * Frames.PerMs;

    /// <summary>The context that is compared.</summary>
    private const int Around = 30 * Frames.PerMs, SpliceAround = 8 * Frames.PerMs;

    /// <summary>The lengths of crossfades: at edits with and without a beat, and at splices.</summary>
    private const int BeatSeam = 30 * Frames.PerMs, FreeSeam = 60 * Frames.PerMs, SpliceSeam = 20 * Frames.PerMs;

    /// <summary>How much of a stretch a splice may change: as much as a stretch of one per cent would.</summary>
    public const double Share = 0.01;

    /// <summary>How long before a beat one passage crosses into the next, so that the beat itself comes from one side, in frames.</summary>
    public static int Lead(BeatGrid grid) => grid.HasBeat ? BeatSeam / 2 + 5 * Frames.PerMs : 0;

    /// <summary>The cut for a path through the piece, of exactly a length.</summary>
    /// <param name="jumps">The edits, by the frames they leave and enter.</param>
    /// <param name="target">The target length, in frames.</param>
    /// <param name="ends">The number of stretches at either end that are kept sample by sample.</param>
    /// <returns>The cut, the resulting edit points, and the remainder that a pause or skip had to compensate, in frames.</returns>
    public (Cut Cut, IReadOnlyList<EditPoint> EditPoints, long Pause) Make(IReadOnlyList<(FrameJump Jump, float Percentile)> jumps, long target, int ends)
    {
        var pieces = new List<(long From, long To)>();
        var aligned = new Dictionary<FrameJump, long>();
        var from = grid.At[0];
        foreach (var (jump, _) in jumps)
        {
            pieces.Add((from, jump.FromFrame));
            // In a loop, it is the same each time.
            if (!aligned.TryGetValue(jump, out from)) aligned[jump] = from = Aligned(jump.FromFrame, jump.ToFrame, EditReach, Around);
        }
        pieces.Add((from, grid.At[^1]));

        var left = target - pieces.Sum(p => p.To - p.From);
        var places = Places(pieces, ends);
        if (places.Count == 0 && left != 0)
        {
            // With only the ends and edits between them, the last edit takes the remainder.
            if (jumps.Count == 0) throw new RuleException("There is no passage between the opening and the ending to cut or repeat.", "length");
            pieces[^1] = pieces[^1] with { From = pieces[^1].From - left };
            left = 0;
        }
        var share = (long)(Share * grid.Middle);
        var room = share * places.Count;
        // What splices cannot compensate becomes a pause or skip at the quietest moment.
        var pause = Math.Sign(left) * Math.Max(0, Math.Abs(left) - room);
        var count = pause != 0 ? places.Count : (int)Math.Min(places.Count, (Math.Abs(left) + share - 1) / Math.Max(1, share));
        var chosen = Enumerable.Range(0, count).Select(k => places[(int)((k + 0.5) * places.Count / count)]).ToHashSet();
        var quietest = pause != 0 ? places.MinBy(p => grid[p.Stretch - 1][^1]) : default;
        return (Assemble(pieces, chosen, left, pause, quietest, out var starts), [.. jumps.Select((l, k) => new EditPoint(starts[k + 1], pieces[k].To, pieces[k + 1].From, Math.Round(100 * (double)l.Percentile, 1)))], pause);
    }

    /// <summary>The possible positions of splices: the beats within the parts that may change, by passage and stretch.</summary>
    private List<(int Piece, int Stretch)> Places(List<(long From, long To)> pieces, int ends)
    {
        var places = new List<(int, int)>();
        // At least half a beat away from an edit.
        var near = grid.Middle / 2;
        for (var p = 0; p < pieces.Count; p++)
        {
            var first = p == 0 ? ends : 1;
            var last = p == pieces.Count - 1 ? grid.Count - ends : grid.Count - 1;
            for (var s = first; s <= last; s++)
                if (grid.At[s] - Lead(grid) > pieces[p].From + near && grid.At[s] - Lead(grid) < pieces[p].To - near) places.Add((p, s));
        }
        return places;
    }

    /// <summary>
    /// Assembles the passages. The splices must compensate <c>left − pause</c> frames in total, and the k-th of n brings the sum to k/n of
    /// that: the alignment error of one is compensated by the next. The last one is not aligned, so the sum is exact. For example,
    /// three splices for 300 frames: the first aims at 100 and, aligned, gives 94; the second aims at 106 and gives 109; the last gives 97.
    /// </summary>
    private Cut Assemble(
        List<(long From, long To)> pieces, HashSet<(int, int)> chosen, long left, long pause, (int, int) quietest, out List<long> starts)
    {
        var passages = new List<Passage>();
        starts = [];
        var (atFrame, toGive, given) = (0L, left - pause, 0L);
        var (k, n) = (0, chosen.Count);
        for (var p = 0; p < pieces.Count; p++)
        {
            var (from, to) = pieces[p];
            starts.Add(atFrame);
            var seam = p == 0 ? 0 : grid.HasBeat ? BeatSeam : FreeSeam;
            for (var s = 1; s < grid.Count; s++)
            {
                var pauses = pause != 0 && (p, s) == quietest ? pause : 0;
                var splices = chosen.Contains((p, s)) ? toGive * ++k / n - given : 0;
                if (splices + pauses == 0) continue;
                var leave = grid.At[s] - Lead(grid);
                var enter = leave - splices - pauses;
                if (k < n) enter = Aligned(leave, enter, (int)Math.Min(SpliceReach, Math.Abs(splices + pauses)), SpliceAround);
                given += leave - enter - pauses;
                Pass(from, leave);
                (from, seam) = (enter, SpliceSeam);
            }
            Pass(from, to);

            void Pass(long begin, long end)
            {
                passages.Add(new(begin, end - begin, seam));
                atFrame += end - begin;
            }
        }
        return new(passages.ToValueList());
    }

    /// <summary>The position near another at which its context is most similar to that of a third.</summary>
    private long Aligned(long leave, long enter, int reach, int around)
    {
        var model = Mono(leave - around, 2 * around);
        var field = Mono(enter - around - reach, 2 * (around + reach));
        var (best, most) = (0, float.NegativeInfinity);
        // The power under the model, updated from shift to shift.
        var power = 0.0;
        for (var i = 0; i < model.Length; i++) power += (double)field[i] * field[i];
        for (var shift = 0; shift <= 2 * reach; shift++)
        {
            if (shift > 0) power += (double)field[shift + model.Length - 1] * field[shift + model.Length - 1] - (double)field[shift - 1] * field[shift - 1];
            var like = power > 0 ? TensorPrimitives.Dot<float>(model, field.AsSpan(shift, model.Length)) / (float)Math.Sqrt(power) : 0;
            // Of equal ones, the nearest.
            if (like > most + 1e-6f || (like > most - 1e-6f && Math.Abs(shift - reach) < Math.Abs(best - reach))) (best, most) = (shift, like);
        }
        return enter - reach + best;
    }

    private float[] Mono(long from, int count)
    {
        var stereo = new float[count * 2];
        sound.Read(from, stereo);
        var mono = new float[count];
        for (var i = 0; i < count; i++) mono[i] = stereo[2 * i] + stereo[2 * i + 1];
        return mono;
    }
}
