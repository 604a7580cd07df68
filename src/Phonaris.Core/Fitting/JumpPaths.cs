using Phonaris.Core.Shows;

namespace Phonaris.Core.Fitting;

/// <summary>
/// Finds the paths through a piece that come to a length. A jump of lag d leaves out d steps where it leads on, and repeats them where it leads back (d &lt; 0), so
/// a path whose lags add up to L is the piece's length less L: what is looked for is lags that add up to what is to be left out, within a tolerance that
/// splices take up. Tried are one jump; two; and one that leads back taken several times (a loop), with or without one more. For example a piece of 180 s at
/// steps of 0.1 s that is to last 150 s: L = 300; one jump of lag 300, or two of lags 180 and 120, or 500 and −200. Which jumps of each lag are heard least is known
/// (<see cref="JumpTable"/>), so that a new length is found while a slider moves. Always held: no jump lies in the opening or the ending, and from where one
/// arrives to where the next leaves there are at least two bars.
/// </summary>
internal sealed class JumpPaths
{
    /// <summary>Jumps less alike than this part of random pairs are not considered: measured more finely, they must stay below the limit of what is heard.</summary>
    private const float WorstPercentile = 0.09f;

    /// <summary>What a jump costs by how unlike its places are, in percentiles and in what is usual in the piece; and for landing on another beat of the bar.</summary>
    private const float PercentileCost = 2.5f, UnlikeCost = 0.1f, OffBarCost = 0.4f;

    /// <summary>A shorter jump is a stumble, in frames.</summary>
    private const long LeastFrames = Frames.PerSecond;

    /// <summary>How many jumps are tried together with another, and how many paths are given.</summary>
    private const int MostCandidates = 300, MostPaths = 12;

    private readonly BeatGrid _grid;
    private readonly Likeness _likeness;
    private readonly float _penalty;
    private readonly int _keptAtEnds;
    private readonly int _least;

    /// <summary>The jumps that may be used by their lags, the longest back first; those of one lag by their costs, the cheapest first.</summary>
    private readonly List<Jump>?[] _byLag;

    /// <summary>The best of them of about each length in each part of the piece, the cheapest first.</summary>
    private readonly List<Jump> _candidates;

    /// <summary>Gathers what a recipe leaves.</summary>
    /// <param name="grid">The piece from beat to beat.</param>
    /// <param name="likeness">How alike its places are.</param>
    /// <param name="jumps">Where they are most alike.</param>
    /// <param name="recipe">What is wanted, kept and forbidden.</param>
    /// <param name="penalty">What a jump costs by itself.</param>
    /// <param name="trust">How sure the bars are, 0 to 1.</param>
    /// <param name="keptAtEnds">How many stretches at the beginning and at the end stay as they are.</param>
    public JumpPaths(BeatGrid grid, Likeness likeness, JumpTable jumps, FitRecipe recipe, float penalty, double trust, int keptAtEnds)
    {
        (_grid, _likeness, _penalty, _keptAtEnds) = (grid, likeness, penalty, keptAtEnds);
        var hop = likeness.HopFrames;
        // An edit is drawn towards its beat, and passages stay two bars in spite of it.
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
            // What is wanted costs nothing.
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

    /// <summary>About how many bytes it holds.</summary>
    public long Bytes => _byLag.Length * sizeof(long) + _byLag.Sum(l => l?.Capacity ?? 0) * (long)Jump.Bytes;

    /// <summary>The jumps that lead back by at least two bars.</summary>
    public IEnumerable<Jump> LeadingBack => _byLag.Take(Math.Max(0, _likeness.Count - _least)).SelectMany(l => l ?? []);

    /// <summary>How far a path may miss a length, in frames: splices take that up.</summary>
    /// <param name="length">The length wanted, in frames.</param>
    public double Tolerance(long length) => Math.Max(Splices.Share * (length - 2 * _keptAtEnds * _grid.Middle), 1.5 * _likeness.HopFrames);

    /// <summary>The best paths, the cheapest first.</summary>
    /// <param name="length">The length wanted, in frames.</param>
    public IReadOnlyList<JumpPath> Find(long length)
    {
        var best = new List<JumpPath>();
        var (hop, n) = (_likeness.HopFrames, _likeness.Count);
        // What is to be left out, in steps; less than nothing where it is to be repeated.
        var total = (_grid.At[^1] - _grid.At[0] - length) / (double)hop;
        var tolerance = Tolerance(length) / hop;
        if (Math.Abs(total) <= tolerance) Offer([], CostOfMissing(total));
        foreach (var (jumps, left) in OfLag(total))
            foreach (var jump in jumps) Offer([jump], jump.Cost + _penalty + left);
        foreach (var a in _candidates)
        {
            // Those behind cost more.
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
                        // Those of a lag that follow cost more.
                        if (both >= Worst()) break;
                        if (b.From - a.To >= _least) Offer([.. Enumerable.Repeat(a, times), b], both);
                        else if (a.From - b.To >= _least) Offer([b, .. Enumerable.Repeat(a, times)], both);
                    }
            }
        }
        return best;

        double Worst() => best.Count < MostPaths ? double.MaxValue : best[^1].Cost;

        double CostOfMissing(double left) => 0.1 * Math.Abs(left) / tolerance + Math.Min(0.3, 0.05 * Math.Abs(left) * hop / _grid.Middle);

        // The jumps of each lag near one, and what it costs that the lag is not met.
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

        // Round and round only back, and about so often that one jump more comes to the rest.
        IEnumerable<int> TimesAround(int lag, double wanted)
        {
            if (lag > 0 || -lag < _least || wanted > 2 * lag) return [1];
            var most = (int)(wanted / lag);
            return Enumerable.Range(Math.Max(2, most - 1), 3).Prepend(1);
        }
    }

    /// <summary>The single jumps that come to other lengths than one, the nearest length first.</summary>
    /// <param name="length">The length, in frames.</param>
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

    /// <summary>Whether a recipe leaves a jump free to be used.</summary>
    /// <param name="recipe">The recipe.</param>
    /// <param name="grid">The piece.</param>
    /// <param name="from">The frame it leads from.</param>
    /// <param name="to">The frame it leads to.</param>
    public static bool Allowed(FitRecipe recipe, BeatGrid grid, long from, long to)
    {
        var near = grid.Middle / 2;
        // Left within what is kept, entered within it, or leading over it. What is forbidden is so a bar around: there it would be heard as much.
        return !recipe.Forbidden.Any(f => Math.Abs(f.FromFrame - from) < grid.PerBar * grid.Middle && Math.Abs(f.ToFrame - f.FromFrame - (to - from)) < near)
            && !recipe.Kept.Any(k => Math.Min(from, to) < k.ToFrame - near && Math.Max(from, to) > k.FromFrame + near);
    }
}
