using Phonaris.Core.Shows;

namespace Phonaris.Core.Fitting;

/// <summary>
/// Finds the paths through a piece that have a length. A jump of lag d leaves out d steps if it leads forward, and repeats them if it leads back (d &lt; 0), so
/// a path whose lags add up to L has the piece's length minus L. The lags must add up to what is to be left out, within a tolerance that
/// splices compensate. Candidates are one jump, two jumps, and a jump back taken several times (a loop), with or without another. For example, a piece of 180 s at
/// steps of 0.1 s with a target of 150 s: L = 300; one jump of lag 300, or two of lags 180 and 120, or 500 and −200. The least audible jumps of each lag are known
/// (<see cref="JumpTable"/>), so a new length is found while a slider moves. Invariant: no jump is in the opening or the ending, and from where one
/// arrives to where the next leaves there are at least two bars.
/// </summary>
internal sealed class JumpPaths
{
    /// <summary>Jumps less alike than this fraction of random pairs are not considered: at a finer resolution they must stay below the audible limit.</summary>
    private const float WorstPercentile = 0.09f;

    /// <summary>The weights of dissimilarity in percentiles and relative to the piece's median, and the cost of landing on another beat of the bar.</summary>
    private const float PercentileCost = 2.5f, UnlikeCost = 0.1f, OffBarCost = 0.4f;

    /// <summary>A shorter jump is a stumble, in frames.</summary>
    private const long LeastFrames = Frames.PerSecond;

    /// <summary>The number of jumps that are combined with another, and the number of paths returned.</summary>
    private const int MostCandidates = 300, MostPaths = 12;

    private readonly BeatGrid _grid;
    private readonly Likeness _likeness;
    private readonly float _penalty;
    private readonly int _keptAtEnds;
    private readonly int _least;

    /// <summary>The allowed jumps by lag, the longest back first; those of one lag by cost, the cheapest first.</summary>
    private readonly List<Jump>?[] _byLag;

    /// <summary>The best of them of each approximate length in each part of the piece, the cheapest first.</summary>
    private readonly List<Jump> _candidates;

    /// <summary>Collects the jumps that a recipe allows.</summary>
    /// <param name="grid">The piece, divided at its beats.</param>
    /// <param name="likeness">The similarity of its moments.</param>
    /// <param name="jumps">The most alike pairs of moments.</param>
    /// <param name="recipe">The requested, kept and excluded parts.</param>
    /// <param name="penalty">The cost of a jump itself.</param>
    /// <param name="trust">The confidence in the bars, 0 to 1.</param>
    /// <param name="keptAtEnds">The number of stretches at either end that are kept.</param>
    public JumpPaths(BeatGrid grid, Likeness likeness, JumpTable jumps, FitRecipe recipe, float penalty, double trust, int keptAtEnds)
    {
        (_grid, _likeness, _penalty, _keptAtEnds) = (grid, likeness, penalty, keptAtEnds);
        var hop = likeness.HopFrames;
        // An edit is moved to its beat, and passages must still have two bars afterwards.
        _least = (int)((2 * grid.PerBar + 1) * grid.Middle / hop) + 1;
        _byLag = new List<Jump>?[2 * likeness.Count + 1];
        var (opening, closing) = ((int)((grid.At[keptAtEnds] - grid.At[0] + hop - 1) / hop), Math.Min(likeness.Count, (int)((grid.At[grid.Count - keptAtEnds] - grid.At[0]) / hop)));
        var bars = grid.HasBeat ? Enumerable.Range(0, likeness.Count + 1).Select(s => grid.BarAt(FrameOf(s))).ToArray() : [];
        var bestOfEach = new Dictionary<(long, long), Jump>();
        var worst = likeness.AtPercentile(WorstPercentile);
        for (var lag = (int)(LeastFrames / hop) + 1; lag < likeness.Count; lag++)
            foreach (var (at, unlike) in jumps.Apart(lag))
            {
                if (unlike > worst) continue;
                Add(at, at + lag, unlike);
                Add(at + lag, at, unlike);
            }
        var wanted = recipe.Wanted.Select(w => (From: StepOf(w.FromFrame), To: StepOf(w.ToFrame))).Where(w => w.From != w.To && IsWithin(w.From, w.To))
            // Requested jumps cost nothing.
            .Select(w => new Jump(w.From, w.To, 0, -penalty)).ToList();
        foreach (var jump in wanted) (_byLag[jump.Lag + likeness.Count] ??= []).Add(jump);
        foreach (var known in _byLag) known?.Sort((a, b) => a.Cost.CompareTo(b.Cost));
        _candidates = [.. wanted, .. bestOfEach.Values.OrderBy(l => l.Cost).Take(MostCandidates)];

        bool IsWithin(int from, int to) => from >= opening && to <= closing && to > 0;

        void Add(int from, int to, float unlike)
        {
            if (!IsWithin(from, to) || !Allowed(recipe, grid, FrameOf(from), FrameOf(to))) return;
            var percentile = likeness.Percentile(unlike);
            var jump = new Jump(from, to, percentile, PercentileCost * percentile + UnlikeCost * unlike / Math.Max(likeness.Middle, 1e-6f) + OffBar(from, to));
            (_byLag[jump.Lag + likeness.Count] ??= []).Add(jump);
            var about = (jump.Lag * hop / Frames.PerSecond, Math.Min(from, to) * hop / (10 * Frames.PerSecond));
            if (!bestOfEach.TryGetValue(about, out var best) || jump.Cost < best.Cost) bestOfEach[about] = jump;
        }

        float OffBar(int from, int to)
        {
            if (bars.Length == 0) return 0;
            var off = bars[to] - bars[from];
            return OffBarCost * (float)trust * Math.Min(1, Math.Abs(off - MathF.Round(off)) * grid.PerBar);
        }
    }

    /// <summary>Its approximate size in bytes.</summary>
    public long Bytes => _byLag.Length * sizeof(long) + _byLag.Sum(l => l?.Capacity ?? 0) * (long)Jump.Bytes;

    /// <summary>The jumps that lead back by at least two bars.</summary>
    public IEnumerable<Jump> LeadingBack => _byLag.Take(Math.Max(0, _likeness.Count - _least)).SelectMany(l => l ?? []);

    /// <summary>The tolerance of a path's length, in frames, which splices compensate.</summary>
    /// <param name="length">The target length, in frames.</param>
    public double Tolerance(long length) => Math.Max(Splices.Share * (length - 2 * _keptAtEnds * _grid.Middle), 1.5 * _likeness.HopFrames);

    /// <summary>The best paths, the cheapest first.</summary>
    /// <param name="length">The target length, in frames.</param>
    public IReadOnlyList<JumpPath> Find(long length)
    {
        var best = new List<JumpPath>();
        var (hop, n) = (_likeness.HopFrames, _likeness.Count);
        // The steps to be left out; negative if they are to be repeated.
        var total = (_grid.At[^1] - _grid.At[0] - length) / (double)hop;
        var tolerance = Tolerance(length) / hop;
        if (Math.Abs(total) <= tolerance) Offer([], CostOfMissing(total));
        foreach (var (jumps, left) in OfLag(total))
            foreach (var jump in jumps) Offer([jump], jump.Cost + _penalty + left);
        foreach (var a in _candidates)
        {
            // All later ones cost more.
            if (a.Cost > 0 && a.Cost + 2 * _penalty >= Worst()) break;
            foreach (var times in TimesAround(a.Lag, total))
            {
                var (rest, cost) = (total - times * a.Lag, times * (a.Cost + _penalty));
                if (cost >= Worst()) break;
                if (Math.Abs(rest) <= tolerance) Offer([.. Enumerable.Repeat(a, times)], cost + CostOfMissing(rest));
                foreach (var (jumps, left) in OfLag(rest))
                    foreach (var b in jumps)
                    {
                        var both = cost + b.Cost + _penalty + left;
                        // Later jumps of a lag cost more.
                        if (both >= Worst()) break;
                        if (b.From - a.To >= _least) Offer([.. Enumerable.Repeat(a, times), b], both);
                        else if (a.From - b.To >= _least) Offer([b, .. Enumerable.Repeat(a, times)], both);
                    }
            }
        }
        return best;

        double Worst() => best.Count < MostPaths ? double.MaxValue : best[^1].Cost;

        double CostOfMissing(double left) => 0.1 * Math.Abs(left) / tolerance + Math.Min(0.3, 0.05 * Math.Abs(left) * hop / _grid.Middle);

        // The jumps of each lag near a target, and the cost of missing it.
        IEnumerable<(List<Jump> Jumps, double Left)> OfLag(double lag)
        {
            for (var l = Math.Max(-n, (int)Math.Ceiling(lag - tolerance)); l <= Math.Min(n, (int)Math.Floor(lag + tolerance)); l++)
                if (_byLag[l + n] is { } jumps) yield return (jumps, CostOfMissing(lag - l));
        }

        void Offer(IReadOnlyList<Jump> jumps, double cost)
        {
            if (cost >= Worst()) return;
            if (best.Count == MostPaths) best.RemoveAt(MostPaths - 1);
            var at = best.FindIndex(w => w.Cost > cost);
            best.Insert(at < 0 ? best.Count : at, new(jumps, cost));
        }

        // Only jumps back can be repeated, about as often as leaves a remainder for one more jump.
        IEnumerable<int> TimesAround(int lag, double wanted)
        {
            if (lag > 0 || -lag < _least || wanted > 2 * lag) return [1];
            var most = (int)(wanted / lag);
            return Enumerable.Range(Math.Max(2, most - 1), 3).Prepend(1);
        }
    }

    /// <summary>The single jumps to lengths other than the target, the nearest length first.</summary>
    /// <param name="length">The target length, in frames.</param>
    /// <param name="by">1 for shorter lengths, −1 for longer ones.</param>
    public IEnumerable<Jump> ToOtherLengths(long length, int by)
    {
        var (hop, n) = (_likeness.HopFrames, _likeness.Count);
        for (var lag = (int)((_grid.At[^1] - _grid.At[0] - length + by * Tolerance(length)) / hop) + by; Math.Abs(lag) < n; lag += by)
            if (_byLag[lag + n] is { } jumps)
                foreach (var jump in jumps) yield return jump;
    }

    private int StepOf(long frame) => (int)Math.Clamp((frame - _grid.At[0] + _likeness.HopFrames / 2) / _likeness.HopFrames, 0, _likeness.Count);

    private long FrameOf(int step) => _grid.At[0] + step * _likeness.HopFrames;

    /// <summary>Whether a recipe allows a jump.</summary>
    /// <param name="recipe">The recipe.</param>
    /// <param name="grid">The piece.</param>
    /// <param name="from">The frame it leaves.</param>
    /// <param name="to">The frame it enters.</param>
    public static bool Allowed(FitRecipe recipe, BeatGrid grid, long from, long to)
    {
        var near = grid.Middle / 2;
        // Kept passages are not left, entered or skipped. An excluded jump also excludes those within a bar, which would be as audible.
        return !recipe.Forbidden.Any(f => Math.Abs(f.FromFrame - from) < grid.PerBar * grid.Middle && Math.Abs(f.ToFrame - f.FromFrame - (to - from)) < near)
            && !recipe.Kept.Any(k => Math.Min(from, to) < k.ToFrame - near && Math.Max(from, to) > k.FromFrame + near);
    }
}
