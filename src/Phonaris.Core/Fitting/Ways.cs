using Phonaris.Core.Shows;

namespace Phonaris.Core.Fitting;

/// <summary>
/// Finds the ways through a piece that come to a length: by one leap that is as long as what is too much or missing; by two that come to it together; or by
/// going round, and one leap more. Where leaps of each length are heard least is known (<see cref="Leaps"/>), so that a new length is found while a
/// slider moves.
/// </summary>
internal sealed class Ways
{
    /// <summary>Leaps less alike than this part of random pairs are not considered: looked at more closely, they must stay below what may be heard.</summary>
    private const float WorstPercentile = 0.09f;

    /// <summary>What a leap costs by how unlike its places are, in percentiles and in what is usual in the piece; and for landing on another beat of the bar.</summary>
    private const float PercentileCost = 2.5f, UnlikeCost = 0.1f, OffBarCost = 0.4f;

    /// <summary>A shorter leap is a stumble, in frames.</summary>
    private const long LeastFrames = Frames.PerSecond;

    /// <summary>How many leaps are tried together with another, and how many ways are given.</summary>
    private const int MostPooled = 300, MostWays = 12;

    private readonly BeatGrid _grid;
    private readonly Likeness _likeness;
    private readonly float _penalty;
    private readonly int _ends;
    private readonly int _least;

    /// <summary>The leaps that may be used by their lags, the longest back first; those of one lag by their costs, the cheapest first.</summary>
    private readonly List<Leap>?[] _byLag;

    /// <summary>The best of them of about each length in each part of the piece, the cheapest first.</summary>
    private readonly List<Leap> _pool;

    /// <summary>Gathers what a recipe leaves.</summary>
    /// <param name="grid">The piece from beat to beat.</param>
    /// <param name="likeness">How alike its places are.</param>
    /// <param name="leaps">Where they are most alike.</param>
    /// <param name="recipe">What is wanted, kept and forbidden.</param>
    /// <param name="penalty">What a leap costs by itself.</param>
    /// <param name="trust">How sure the bars are, 0 to 1.</param>
    /// <param name="ends">How many stretches at the beginning and at the end stay as they are.</param>
    public Ways(BeatGrid grid, Likeness likeness, Leaps leaps, FitRecipe recipe, float penalty, double trust, int ends)
    {
        (_grid, _likeness, _penalty, _ends) = (grid, likeness, penalty, ends);
        var hop = likeness.HopFrames;
        // A join is drawn towards its beat, and passages stay two bars in spite of it.
        _least = (int)((2 * grid.PerBar + 1) * grid.Middle / hop) + 1;
        _byLag = new List<Leap>?[2 * likeness.Count + 1];
        var (opening, closing) = ((int)((grid.At[ends] - grid.At[0] + hop - 1) / hop), Math.Min(likeness.Count, (int)((grid.At[grid.Count - ends] - grid.At[0]) / hop)));
        var bars = grid.HasBeat ? Enumerable.Range(0, likeness.Count + 1).Select(s => grid.BarAt(FrameOf(s))).ToArray() : [];
        var pooled = new Dictionary<(long, long), Leap>();
        var worst = likeness.AtPercentile(WorstPercentile);
        for (var lag = (int)(LeastFrames / hop) + 1; lag < likeness.Count; lag++)
            foreach (var (at, unlike) in leaps.Apart(lag))
            {
                if (unlike > worst) continue;
                Add(at, at + lag, unlike);
                Add(at + lag, at, unlike);
            }
        var wanted = recipe.Wanted.Select(w => (From: StepOf(w.FromFrame), To: StepOf(w.ToFrame))).Where(w => w.From != w.To && IsWithin(w.From, w.To))
            // What is wanted costs nothing.
            .Select(w => new Leap(w.From, w.To, 0, -penalty)).ToList();
        foreach (var leap in wanted) (_byLag[leap.Lag + likeness.Count] ??= []).Add(leap);
        foreach (var known in _byLag) known?.Sort((a, b) => a.Cost.CompareTo(b.Cost));
        _pool = [.. wanted, .. pooled.Values.OrderBy(l => l.Cost).Take(MostPooled)];

        bool IsWithin(int from, int to) => from >= opening && to <= closing && to > 0;

        void Add(int from, int to, float unlike)
        {
            if (!IsWithin(from, to) || !Allowed(recipe, grid, FrameOf(from), FrameOf(to))) return;
            var percentile = likeness.Percentile(unlike);
            var leap = new Leap(from, to, percentile, PercentileCost * percentile + UnlikeCost * unlike / Math.Max(likeness.Middle, 1e-6f) + OffBar(from, to));
            (_byLag[leap.Lag + likeness.Count] ??= []).Add(leap);
            var about = (leap.Lag * hop / Frames.PerSecond, Math.Min(from, to) * hop / (10 * Frames.PerSecond));
            if (!pooled.TryGetValue(about, out var best) || leap.Cost < best.Cost) pooled[about] = leap;
        }

        float OffBar(int from, int to)
        {
            if (bars.Length == 0) return 0;
            var off = bars[to] - bars[from];
            return OffBarCost * (float)trust * Math.Min(1, Math.Abs(off - MathF.Round(off)) * grid.PerBar);
        }
    }

    /// <summary>About how many bytes it holds.</summary>
    public long Bytes => _byLag.Length * sizeof(long) + _byLag.Sum(l => l?.Capacity ?? 0) * (long)Leap.Bytes;

    /// <summary>The leaps that lead back by at least two bars.</summary>
    public IEnumerable<Leap> Back => _byLag.Take(Math.Max(0, _likeness.Count - _least)).SelectMany(l => l ?? []);

    /// <summary>How much splices take up of a length that is not met, in frames.</summary>
    /// <param name="length">The length wanted, in frames.</param>
    public double Slack(long length) => Math.Max(Splices.Share * (length - 2 * _ends * _grid.Middle), 1.5 * _likeness.HopFrames);

    /// <summary>The best ways, the cheapest first.</summary>
    /// <param name="length">The length wanted, in frames.</param>
    public IReadOnlyList<Way> Find(long length)
    {
        var best = new List<Way>();
        var (hop, n) = (_likeness.HopFrames, _likeness.Count);
        // What is to be left out, in steps; less than nothing where it is to be repeated.
        var total = (_grid.At[^1] - _grid.At[0] - length) / (double)hop;
        var slack = Slack(length) / hop;
        if (Math.Abs(total) <= slack) Offer([], LeftOver(total));
        foreach (var (leaps, left) in Of(total))
            foreach (var leap in leaps) Offer([leap], leap.Cost + _penalty + left);
        foreach (var a in _pool)
        {
            // The pool goes on with what costs more.
            if (a.Cost > 0 && a.Cost + 2 * _penalty >= Worst()) break;
            foreach (var times in Times(a.Lag, total))
            {
                var (rest, cost) = (total - times * a.Lag, times * (a.Cost + _penalty));
                if (cost >= Worst()) break;
                if (Math.Abs(rest) <= slack) Offer([.. Enumerable.Repeat(a, times)], cost + LeftOver(rest));
                foreach (var (leaps, left) in Of(rest))
                    foreach (var b in leaps)
                    {
                        var both = cost + b.Cost + _penalty + left;
                        // Those of a lag go on with what costs more.
                        if (both >= Worst()) break;
                        if (b.From - a.To >= _least) Offer([.. Enumerable.Repeat(a, times), b], both);
                        else if (a.From - b.To >= _least) Offer([b, .. Enumerable.Repeat(a, times)], both);
                    }
            }
        }
        return best;

        double Worst() => best.Count < MostWays ? double.MaxValue : best[^1].Cost;

        double LeftOver(double left) => 0.1 * Math.Abs(left) / slack + Math.Min(0.3, 0.05 * Math.Abs(left) * hop / _grid.Middle);

        // The leaps of each lag near one, and what it costs that the lag is not met.
        IEnumerable<(List<Leap> Leaps, double Left)> Of(double lag)
        {
            for (var l = Math.Max(-n, (int)Math.Ceiling(lag - slack)); l <= Math.Min(n, (int)Math.Floor(lag + slack)); l++)
                if (_byLag[l + n] is { } leaps) yield return (leaps, LeftOver(lag - l));
        }

        void Offer(IReadOnlyList<Leap> leaps, double cost)
        {
            if (cost >= Worst()) return;
            if (best.Count == MostWays) best.RemoveAt(MostWays - 1);
            var at = best.FindIndex(w => w.Cost > cost);
            best.Insert(at < 0 ? best.Count : at, new(leaps, cost));
        }

        // Round and round only back, and about so often that one leap more comes to the rest.
        IEnumerable<int> Times(int lag, double wanted)
        {
            if (lag > 0 || -lag < _least || wanted > 2 * lag) return [1];
            var most = (int)(wanted / lag);
            return Enumerable.Range(Math.Max(2, most - 1), 3).Prepend(1);
        }
    }

    /// <summary>The single leaps that come to other lengths than one, from the nearest on.</summary>
    /// <param name="length">The length, in frames.</param>
    /// <param name="by">1 for shorter lengths, −1 for longer ones.</param>
    public IEnumerable<Leap> Near(long length, int by)
    {
        var (hop, n) = (_likeness.HopFrames, _likeness.Count);
        for (var lag = (int)((_grid.At[^1] - _grid.At[0] - length + by * Slack(length)) / hop) + by; Math.Abs(lag) < n; lag += by)
            if (_byLag[lag + n] is { } leaps)
                foreach (var leap in leaps) yield return leap;
    }

    private int StepOf(long frame) => (int)Math.Clamp((frame - _grid.At[0] + _likeness.HopFrames / 2) / _likeness.HopFrames, 0, _likeness.Count);

    private long FrameOf(int step) => _grid.At[0] + step * _likeness.HopFrames;

    /// <summary>Whether a recipe leaves a leap free to be used.</summary>
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
