using System.Collections.Concurrent;
using System.Numerics.Tensors;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>
/// Makes the used part of a sound exactly as long as wanted, by any of the methods. What is the same for all lengths, the places where the
/// piece can be joined, is worked out once.
/// </summary>
public sealed class Fitter
{
    /// <summary>How far a stretch is not heard, and how far it may go at all.</summary>
    public const double UnheardStretch = 0.04, MostStretch = 0.12;

    /// <summary>The longest length that can be asked for, in frames: as long as a slide can stay.</summary>
    public const long LongestFrames = Slide.GreatestHoldMs * Frames.PerMs;

    /// <summary>What is used must be at least this long for passages to be told apart, in frames: two seconds.</summary>
    private const long LeastFrames = 2 * Frames.PerSecond;

    /// <summary>What a join costs by itself, and how much more or less for each step of the recipe.</summary>
    private const float Penalty = 0.12f, PenaltyStep = 2.5f;

    /// <summary>Joins more alike than this part of all pairs of places are hardly heard.</summary>
    private const float GoodPercentile = 0.38f;

    /// <summary>What is looked at behind the part used, in frames, and below what it counts as silence: −60 dBFS.</summary>
    private const long BehindFrames = 50 * Frames.PerMs;
    private const float SilentBelow = 0.001f;

    private const int MostPaths = 4;

    /// <summary>How many places a join that is moved is tried at.</summary>
    private const int MostMoves = 8;

    private readonly Piece _piece;
    private readonly ISoundReader _sound;
    private readonly long _from;
    private readonly long _to;
    private readonly Lazy<Joins> _joins;
    private readonly Lazy<bool> _endsItself;
    private readonly ConcurrentDictionary<(FitRecipe, int, float), PassagePath> _paths = new();

    /// <summary>Prepares the used part of a sound.</summary>
    /// <param name="piece">What is known of it.</param>
    /// <param name="sound">Its samples.</param>
    /// <param name="fromFrame">The first frame used.</param>
    /// <param name="toFrame">The frame after the last.</param>
    public Fitter(Piece piece, ISoundReader sound, long fromFrame, long toFrame)
    {
        ArgumentNullException.ThrowIfNull(piece);
        ArgumentNullException.ThrowIfNull(sound);
        (_piece, _sound, _from, _to) = (piece, sound, fromFrame, toFrame);
        _joins = new(() => Fitting.Joins.Of(BeatGrid.Of(piece, fromFrame, toFrame)));
        _endsItself = new(EndsInSilence);
    }

    /// <summary>Whether what is used ends where the music does: nothing is heard right behind it.</summary>
    private bool EndsInSilence()
    {
        var behind = new float[(int)Math.Clamp(_sound.Frames - _to, 0, BehindFrames) * Frames.Channels];
        _sound.Read(_to, behind);
        return behind.Length == 0 || TensorPrimitives.MaxMagnitude(behind) is > -SilentBelow and < SilentBelow;
    }

    private long Used => _to - _from;

    /// <summary>About how many bytes it holds by now: what it works out is kept for the next length.</summary>
    public long Bytes => _piece.Features.Length * sizeof(float) + (_joins.IsValueCreated ? _joins.Value.Bytes : 0) + _paths.Values.Sum(p => p.Bytes);

    /// <summary>Makes it as long as wanted.</summary>
    /// <param name="recipe">How.</param>
    /// <param name="length">The length wanted, in frames.</param>
    /// <exception cref="RuleException">It cannot be made that long in that way; the sentence says what would work.</exception>
    public Fitted Fit(FitRecipe recipe, long length)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        if (length <= 0) throw new RuleException("The length to fit to must be more than nothing.", "length");
        if (length > LongestFrames) throw new RuleException($"{Say.Time(length)} is too long to fit to; four hours is the most.", "length");
        return recipe.Method switch
        {
            FitMethod.Shorten => Shorten(recipe, length),
            FitMethod.Loop => Loop(length),
            FitMethod.Recut => Recut(recipe, length),
            FitMethod.Stretch => Stretch(length),
            _ => Silence(length),
        };
    }

    private Fitted Recut(FitRecipe recipe, long length)
    {
        var joins = NeedJoins();
        var grid = joins.Grid;
        var bars = 2 * grid.PerBar;
        // Where there is no room for the opening and the ending with a beat to spare, two bars must do. Good joins, or else any.
        foreach (var ends in (ReadOnlySpan<int>)[grid.Ends, bars])
            foreach (var worst in (ReadOnlySpan<float>)[GoodPercentile, Fitting.Joins.WorstPercentile])
            {
                if (length < 2 * ends * grid.Middle && ends != bars) continue;
                if (PathOf(recipe, joins, ends, worst).Find(length) is not { } way) continue;
                var (cut, told, pause) = new Splices(_sound, grid).Make(way.Joins, length, ends);
                return new(FitMethod.Recut, length, cut, 1, told.ToValueList(), length, _endsItself.Value, way.Cost, Says(told, pause));
            }
        throw new RuleException(
            length < 2 * bars * grid.Middle
                ? $"{Say.Time(length)} is shorter than the opening and the ending together, two bars each. Shorten it instead."
                : "There are no two places in this piece alike enough to join for that length. Try to loop or to stretch it.",
            "length");
    }

    /// <summary>Ways by a recipe; those asked for last are at hand again.</summary>
    private PassagePath PathOf(FitRecipe recipe, Joins joins, int ends, float worst)
    {
        if (_paths.TryGetValue((recipe, ends, worst), out var known)) return known;
        // As many as one recipe needs.
        if (_paths.Count >= MostPaths) _paths.Clear();
        var penalty = Penalty * MathF.Pow(PenaltyStep, -Math.Clamp(recipe.Joins, -FitRecipe.MostJoins, FitRecipe.MostJoins));
        var grid = joins.Grid;
        // What is wanted costs nothing.
        var wanted = recipe.Wanted.Select(grid.Places).Where(w => w.To > 0).Select(w => joins.Between(w.From, w.To)).Where(e => Allowed(recipe, grid, e)).ToList();
        var edges = joins.Edges
            .Where(e => e.Percentile <= worst && Allowed(recipe, grid, e) && !wanted.Any(w => w.From == e.From && w.To == e.To))
            .Select(e => e with { Cost = e.Cost + penalty })
            .Concat(wanted)
            .OrderBy(e => e.From)
            .ToList();
        // A join is drawn towards its beat, and passages stay two bars in spite of it.
        return _paths[(recipe, ends, worst)] = new(joins.Grid, edges, ends, 2 * joins.Grid.PerBar + 1);
    }

    /// <summary>The recipe with a join of a re-cut moved along the piece, its leap being as long as it is: to the place nearest to where it is wanted.</summary>
    /// <param name="recipe">The recipe.</param>
    /// <param name="length">The length it is for, in frames.</param>
    /// <param name="join">Which of the joins, from 0.</param>
    /// <param name="fromFrame">The frame of the sound it is wanted to lead from.</param>
    /// <exception cref="RuleException">It can be nowhere else; or the recipe does not do.</exception>
    public FitRecipe Moved(FitRecipe recipe, long length, int join, long fromFrame)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var joins = Fit(recipe, length).Joins;
        if (join < 0 || join >= joins.Count) throw new RuleException("There is no such join any more.", "join");
        var known = NeedJoins();
        var grid = known.Grid;
        var now = Leap(joins[join]);
        var (left, entered) = grid.Places(now);
        var places = Enumerable.Range(0, grid.Count)
            .Where(from => from != left && from + entered - left > 0 && from + entered - left < grid.Count)
            .Select(from => known.Between(from, from + entered - left))
            .Where(e => e.Percentile <= Fitting.Joins.WorstPercentile && Allowed(recipe, grid, e))
            // The nearest, but rather a bar further on where it is heard less.
            .OrderBy(e => Math.Abs(grid.At[e.From + 1] - fromFrame) / (double)(grid.PerBar * grid.Middle) + 2 * e.Percentile)
            .Take(MostMoves);
        foreach (var place in places)
        {
            var moved = recipe with { Wanted = [.. recipe.Wanted.Where(w => grid.Places(w) != (left, entered)), new(grid.At[place.From + 1], grid.At[place.To])] };
            if (Fit(moved, length).Joins.Any(j => grid.IsAt(place, Leap(j)))) return moved;
        }
        throw new RuleException("This join can be nowhere else: no other two places as far apart are alike enough.", "join");

        static FrameLeap Leap(Join j) => new(j.FromFrame, j.ToFrame);
    }

    private static string Says(IReadOnlyList<Join> joins, long pause)
    {
        var heard = joins.Count switch
        {
            0 => "Nothing need be taken out.",
            1 => "One join.",
            _ => $"{joins.Count} joins.",
        };
        return pause == 0 ? heard : $"{heard} It {(pause > 0 ? "waits" : "skips")} {Math.Abs(pause) / (double)Frames.PerSecond:0.00} s at a quiet moment.";
    }

    /// <summary>Whether a recipe leaves a join free to be used.</summary>
    private static bool Allowed(FitRecipe recipe, BeatGrid grid, Edge edge)
    {
        var near = grid.Middle / 2;
        var (from, to) = (grid.At[edge.From + 1], grid.At[edge.To]);
        // Left within what is kept, entered within it, or leading over it.
        return !recipe.Forbidden.Any(f => grid.IsAt(edge, f)) && !recipe.Kept.Any(k => Math.Min(from, to) < k.ToFrame - near && Math.Max(from, to) > k.FromFrame + near);
    }

    private Fitted Loop(long length)
    {
        var joins = NeedJoins();
        var grid = joins.Grid;
        var bars = 2 * grid.PerBar;
        if (length <= Used) throw new RuleException("The music is long enough; there is nothing to loop. Shorten or re-cut it instead.", "length");
        var back = joins.Edges.Where(e => e.To <= e.From + 1 - bars && e.To > 0).ToList();
        if (back.Count == 0) throw new RuleException("There is no place in this piece from which it could go round unheard. Stretch it, or leave the rest silent.", "method");
        // Round by round so that its own ending falls on the end, where what is left over is no more than a hundredth.
        var whole = back
            .Select(e => (Edge: e, Round: grid.At[e.From + 1] - grid.At[e.To]))
            .Select(e => (e.Edge, Times: (int)Math.Round((length - Used) / (double)e.Round), e.Round))
            .Where(e => e.Times > 0 && Math.Abs(length - Used - e.Times * e.Round) <= 0.01 * (length - 2 * bars * grid.Middle))
            .OrderBy(e => e.Edge.Cost + 0.02 * e.Times)
            .ToList();
        if (whole is [var best, ..] && best.Edge.Percentile <= 0.4f && best.Edge.To + bars <= grid.Count)
        {
            var (cut, told, _) = new Splices(_sound, grid).Make([.. Enumerable.Repeat(best.Edge, best.Times)], length, bars);
            return new(FitMethod.Loop, length, cut, 1, told.ToValueList(), length, _endsItself.Value, best.Edge.Cost + 0.1 * best.Times, $"Goes round {(best.Times == 1 ? "once" : $"{best.Times} times")} more, then ends {(_endsItself.Value ? "by itself" : "with a fade")}.");
        }
        // Else the longest of the best rounds, cut where the length is reached.
        var edge = back.OrderBy(e => e.Cost - 0.3 * (e.From - e.To) / grid.Count).First();
        var times = (int)((length - (grid.At[edge.From + 1] - _from)) / (grid.At[edge.From + 1] - grid.At[edge.To])) + 2;
        var (round, rounds, _) = new Splices(_sound, grid).Make([.. Enumerable.Repeat(edge, times)], Length(grid, edge, times), bars);
        return new(
            FitMethod.Loop, length, Truncated(round, length), 1, rounds.Where(j => j.AtFrame < length).ToValueList(), length, false,
            0.5 + edge.Cost + 0.1 * times, "Goes round and ends with a fade.");
    }

    private static long Length(BeatGrid grid, Edge edge, int times) =>
        grid.At[^1] - grid.At[0] + times * (grid.At[edge.From + 1] - grid.At[edge.To]);

    private static Cut Truncated(Cut cut, long length)
    {
        var passages = new List<Passage>();
        foreach (var passage in cut.Passages)
        {
            if (length <= 0) break;
            passages.Add(passage with { Frames = Math.Min(passage.Frames, length) });
            length -= passage.Frames;
        }
        return new(passages.ToValueList());
    }

    /// <summary>Where it can end early, at most as far as a length, the most natural first; none where it is not longer.</summary>
    /// <param name="length">The length wanted, in frames.</param>
    public IReadOnlyList<NaturalEnd> Ends(long length) => length <= 0 || length >= Used ? [] : NaturalEnds.Of(_piece, _from, _to, length);

    private Fitted Shorten(FitRecipe recipe, long length)
    {
        if (length >= Used) throw new RuleException("The music is not longer than that; there is nothing to shorten. Loop or re-cut it instead.", "length");
        var ends = Ends(length);
        var end = ends.FirstOrDefault(e => e.Frame + _from == recipe.EndFrame) ?? (ends is [var best, ..] ? best : new NaturalEnd(length, 1, false));
        return new(
            FitMethod.Shorten, length, new([new(_from, end.Frame, 0)]), 1, [], end.Frame, false, 0.6 + 0.4 * end.Cost,
            end.AtPhrase ? "Ends where a phrase does." : "Fades out where it can.");
    }

    private Fitted Stretch(long length)
    {
        var change = (double)length / Used - 1;
        if (Math.Abs(change) > MostStretch)
            throw new RuleException($"It would have to be {(change > 0 ? "slowed" : "hurried")} by {Math.Abs(change):0%}; beyond {MostStretch:0%} it no longer sounds like itself. Re-cut it instead.", "length");
        var heard = Math.Abs(change) > UnheardStretch;
        return new(
            FitMethod.Stretch, length, null, (double)Used / length, [], length, _endsItself.Value, Math.Abs(change) / UnheardStretch * 0.4,
            heard ? $"{Math.Abs(change):0.0%} {(change > 0 ? "slower" : "faster")}: attentive listeners may hear it." : $"{Math.Abs(change):0.0%} {(change > 0 ? "slower" : "faster")}: nobody hears that.");
    }

    private Fitted Silence(long length)
    {
        if (length < Used) throw new RuleException("The music is longer than that; there is no rest to leave silent. Shorten or re-cut it instead.", "length");
        // A moment is a rest; more is a hole.
        return new(FitMethod.Silence, length, null, 1, [], Used, _endsItself.Value, 0.25 + 0.15 * Math.Min(8, (length - Used) / (double)Frames.PerSecond), $"Ends {(_endsItself.Value ? "by itself" : "with a fade")}, then {Say.Time(length - Used)} of silence.");
    }

    private Joins NeedJoins()
    {
        if (Used < LeastFrames || _joins.Value.Grid.Count < 8)
            throw new RuleException("It is too short to be taken apart: less than two bars. Loop the cue, stretch it, or leave the rest silent.", "method");
        if (_piece.IsSilent) throw new RuleException("It is silent; there is nothing to fit by.", "method");
        return _joins.Value;
    }
}
