using System.Collections.Concurrent;
using System.Numerics.Tensors;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>
/// Fits the used part of a sound to a length, by any of the methods. What does not depend on the length, such as the possible edits,
/// is computed once.
/// </summary>
public sealed class Fitter
{
    /// <summary>The change of speed up to which stretching is inaudible, and the largest allowed.</summary>
    public const double InaudibleStretch = 0.04, MostStretch = 0.12;

    /// <summary>The greatest target length, in frames: the longest hold.</summary>
    public const long LongestFrames = Slide.GreatestHoldMs * Frames.PerMs;

    /// <summary>The cost of an edit itself, and the factor for each step of the recipe towards fewer or more.</summary>
    private const float Penalty = 0.12f, PenaltyStep = 2.5f;

    /// <summary>Edits less alike than this fraction of random pairs may be audible, and are only made if requested.</summary>
    private const float WorstPercentile = 0.1f;

    /// <summary>The most moments that are all compared with each other: ten minutes at 80 ms.</summary>
    private const int MostPlaces = 8192;

    /// <summary>How much after the used part is examined, in frames, and the level below which it counts as silence: −60 dBFS.</summary>
    private const long BehindFrames = 50 * Frames.PerMs;
    private const float SilentBelow = 0.001f;

    /// <summary>How far the length of a jump may change to make it more alike, in frames: 100 ms.</summary>
    private const long SettledFrames = 100 * Frames.PerMs;

    /// <summary>The number of recipes whose paths are cached.</summary>
    private const int MostRecipes = 4;

    /// <summary>The number of candidates examined for an edit.</summary>
    private const int MostMoves = 8;

    private readonly Piece _piece;
    private readonly ISoundReader _sound;
    private readonly long _from;
    private readonly long _to;
    private readonly Lazy<BeatGrid> _grid;
    private readonly Lazy<Likeness> _likeness;
    private readonly Lazy<Likeness> _fine;
    private readonly Lazy<JumpTable> _jumps;
    private readonly Lazy<bool> _endsItself;
    private readonly ConcurrentDictionary<(FitRecipe, int), JumpPaths> _paths = new();

    /// <summary>Prepares the used part of a sound.</summary>
    /// <param name="piece">Its analysis.</param>
    /// <param name="sound">Its samples.</param>
    /// <param name="fromFrame">The first frame used.</param>
    /// <param name="toFrame">The frame after the last.</param>
    public Fitter(Piece piece, ISoundReader sound, long fromFrame, long toFrame)
    {
        ArgumentNullException.ThrowIfNull(piece);
        ArgumentNullException.ThrowIfNull(sound);
        (_piece, _sound, _from, _to) = (piece, sound, fromFrame, toFrame);
        _grid = new(() => BeatGrid.Of(piece, fromFrame, toFrame));
        _likeness = new(() => Likeness.Of(piece.Features, fromFrame, toFrame, MostPlaces));
        _fine = new(() => Likeness.Of(piece.Features, fromFrame, toFrame, int.MaxValue));
        _jumps = new(() => JumpTable.Of(_likeness.Value));
        _endsItself = new(EndsInSilence);
    }

    /// <summary>Whether the used part ends where the music does: it is followed by silence.</summary>
    private bool EndsInSilence()
    {
        var behind = new float[(int)Math.Clamp(_sound.Frames - _to, 0, BehindFrames) * Frames.Channels];
        _sound.Read(_to, behind);
        return behind.Length == 0 || TensorPrimitives.MaxMagnitude(behind) is > -SilentBelow and < SilentBelow;
    }

    private long Used => _to - _from;

    /// <summary>Its approximate size in bytes, with the cached results.</summary>
    public long Bytes => _piece.Features.Halves.Length + (_grid.IsValueCreated ? _grid.Value.Bytes : 0) + (_likeness.IsValueCreated ? _likeness.Value.Bytes : 0)
        + (_fine.IsValueCreated ? _fine.Value.Bytes : 0) + (_jumps.IsValueCreated ? _jumps.Value.Bytes : 0) + _paths.Values.Sum(w => w.Bytes);

    /// <summary>Fits it to a length.</summary>
    /// <param name="recipe">The recipe.</param>
    /// <param name="length">The target length, in frames.</param>
    /// <exception cref="RuleException">The method cannot do it; the message says what would work.</exception>
    public Fitted Fit(FitRecipe recipe, long length)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        if (length <= 0) throw new RuleException("The target length must be more than 0 s.", "length");
        if (length > LongestFrames) throw new RuleException($"{Wording.Time(length)} is too long. The target length can be at most 4 hours.", "length");
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
        var grid = NeedGrid();
        var bars = 2 * grid.PerBar;
        // If there is no space for the opening and the ending with a beat to spare, two bars must do.
        foreach (var ends in (ReadOnlySpan<int>)[grid.Ends, bars])
        {
            if (ends > grid.Count || length < 2 * ends * grid.Middle) continue;
            var at = new EditCandidates(grid, _fine.Value, ends);
            foreach (var path in PathsOf(recipe, ends).Find(length))
            {
                // A jump that is repeated is at the same position each time.
                var settled = path.Jumps.Distinct().ToDictionary(l => l, l => Settle(at, l, path.Jumps.Count));
                var places = path.Jumps.Select(l => settled[l]).ToList();
                if (places.Exists(p => p.Percentile > WorstPercentile && !recipe.Wanted.Any(w => grid.IsSame(w, p.Jump)))) continue;
                // After moving to their beats, two edits must not be too close to each other.
                if (places.Zip(places.Skip(1)).Any(p => p.Second.Jump.FromFrame - p.First.Jump.ToFrame < bars * grid.Middle * 9 / 10)) continue;
                var (cut, told, pause) = new Splices(_sound, grid).Make(places, length, ends);
                return new(FitMethod.Recut, length, cut, 1, told.ToValueList(), length, _endsItself.Value, path.Cost, Says(told, pause));
            }
        }
        if (length < 2 * bars * grid.Middle)
            throw new RuleException($"{Wording.Time(length)} is too short to keep the opening and the ending, 2 bars each. Use Shorten instead.", "length");
        var near = OtherLengths(recipe, length, bars).Order().Select(Wording.Time).ToList();
        throw new RuleException(
            $"A re-cut to {Wording.Time(length)} would be audible: no two passages that far apart are similar enough. "
                + (near.Count == 0 ? $"Use {(length < Used ? "Shorten" : "Loop")} or Stretch instead." : $"Try {string.Join(" or ", near)}, or use {(length < Used ? "Shorten" : "Loop")}."),
            "length");
    }

    /// <summary>The nearest shorter and longer lengths that a single inaudible edit can reach, if any.</summary>
    private List<long> OtherLengths(FitRecipe recipe, long length, int ends)
    {
        var (paths, at) = (PathsOf(recipe, ends), new EditCandidates(_grid.Value, _fine.Value, ends));
        var found = new List<long>();
        foreach (var by in (ReadOnlySpan<int>)[1, -1])
            foreach (var jump in paths.ToOtherLengths(length, by).Take(MostMoves))
            {
                if (Settle(at, jump, 1).Percentile > WorstPercentile) continue;
                found.Add(Used - jump.Lag * _likeness.Value.HopFrames);
                break;
            }
        return found;
    }

    /// <summary>The paths for a recipe. The most recent ones are cached.</summary>
    private JumpPaths PathsOf(FitRecipe recipe, int ends)
    {
        if (_paths.TryGetValue((recipe, ends), out var known)) return known;
        // As many as one recipe needs.
        if (_paths.Count >= MostRecipes) _paths.Clear();
        var penalty = Penalty * MathF.Pow(PenaltyStep, -Math.Clamp(recipe.Joins, -FitRecipe.MostEdits, FitRecipe.MostEdits));
        // If the beats are not certain, the bars are less so.
        return _paths[(recipe, ends)] = new(_grid.Value, _likeness.Value, _jumps.Value, recipe, penalty, _piece.Confidence * _piece.Confidence, ends);
    }

    /// <summary>The position of a jump. If it is repeated, it must be more exact, because its error adds up.</summary>
    private (FrameJump Jump, float Percentile) Settle(EditCandidates places, Jump jump, int times)
    {
        var hop = _likeness.Value.HopFrames;
        return places.Settle(_from + jump.From * hop, _from + jump.To * hop, Math.Max(hop, SettledFrames / times));
    }

    /// <summary>The recipe with an edit of a re-cut moved along the piece, with the same length of jump, to the position nearest to the requested one.</summary>
    /// <param name="recipe">The recipe.</param>
    /// <param name="length">The target length, in frames.</param>
    /// <param name="edit">The index of the edit, from 0.</param>
    /// <param name="fromFrame">The frame of the sound it should leave.</param>
    /// <exception cref="RuleException">There is no other position, or the recipe fails.</exception>
    public FitRecipe Moved(FitRecipe recipe, long length, int edit, long fromFrame)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var edits = Fit(recipe, length).EditPoints;
        if (edit < 0 || edit >= edits.Count) throw new RuleException("That edit no longer exists.", "join");
        var grid = NeedGrid();
        var now = JumpOf(edits[edit]);
        var places = new EditCandidates(grid, _fine.Value, 2 * grid.PerBar);
        var others = Enumerable.Range(1, grid.Count - 1)
            .Select(s => new FrameJump(grid.At[s] - Splices.Lead(grid), grid.At[s] - Splices.Lead(grid) + now.ToFrame - now.FromFrame))
            .Where(l => l.ToFrame > _from && l.ToFrame < _to && !grid.IsSame(l, now) && JumpPaths.Allowed(recipe, grid, l.FromFrame, l.ToFrame))
            .Select(l => (Jump: l, Percentile: places.PercentileOf(l)))
            .Where(l => l.Percentile <= WorstPercentile)
            // The nearest position, or one a bar further if it is less audible.
            .OrderBy(l => Math.Abs(l.Jump.FromFrame - fromFrame) / (double)(grid.PerBar * grid.Middle) + 2 * l.Percentile)
            .Take(MostMoves);
        foreach (var (other, _) in others)
        {
            var moved = recipe with { Wanted = [.. recipe.Wanted.Where(w => !grid.IsSame(w, now)), other] };
            if (Fit(moved, length).EditPoints.Any(j => grid.IsSame(other, JumpOf(j)))) return moved;
        }
        throw new RuleException("This edit cannot move: no other passages that far apart are similar enough.", "join");

        static FrameJump JumpOf(EditPoint j) => new(j.FromFrame, j.ToFrame);
    }

    private static string Says(IReadOnlyList<EditPoint> edits, long pause)
    {
        var heard = edits.Count switch
        {
            0 => "No edits needed.",
            1 => "1 edit.",
            _ => $"{edits.Count} edits.",
        };
        return pause == 0 ? heard : $"{heard} {(pause > 0 ? "Adds" : "Skips")} {Math.Abs(pause) / (double)Frames.PerSecond:0.00} s in a quiet passage.";
    }

    private Fitted Loop(long length)
    {
        var grid = NeedGrid();
        if (length <= Used) throw new RuleException("The music is already long enough. Use Shorten or Re-cut instead.", "length");
        var bars = 2 * grid.PerBar;
        var paths = PathsOf(new(FitMethod.Loop), bars);
        var places = new EditCandidates(grid, _fine.Value, bars);
        var splices = new Splices(_sound, grid);
        var hop = _likeness.Value.HopFrames;
        // Repeats so that its own ending is at the end, if the remainder is at most one per cent.
        var whole = paths.LeadingBack
            .Select(l => (Jump: l, Times: (int)Math.Round((length - Used) / (double)(-l.Lag * hop))))
            .Where(l => l.Times > 0 && Math.Abs(length - Used + l.Times * l.Jump.Lag * hop) <= paths.Tolerance(length))
            .OrderBy(l => l.Jump.Cost + 0.02 * l.Times)
            .Take(MostMoves);
        foreach (var (jump, times) in whole)
        {
            var place = Settle(places, jump, times);
            if (place.Percentile > WorstPercentile) continue;
            var (cut, told, _) = splices.Make([.. Enumerable.Repeat(place, times)], length, bars);
            return new(FitMethod.Loop, length, cut, 1, told.ToValueList(), length, _endsItself.Value, jump.Cost + 0.1 * times, $"Repeats {(times == 1 ? "once" : $"{times} times")}, then {(_endsItself.Value ? "plays its own ending" : "fades out")}.");
        }
        // Otherwise the longest of the best loops, cut at the target length.
        foreach (var jump in paths.LeadingBack.OrderBy(l => l.Cost + 0.3 * l.Lag / _likeness.Value.Count).Take(MostMoves))
        {
            var place = Settle(places, jump, 1);
            if (place.Percentile > WorstPercentile) continue;
            var round = place.Jump.FromFrame - place.Jump.ToFrame;
            var times = (int)((length - (place.Jump.FromFrame - _from)) / round) + 2;
            var (cut, told, _) = splices.Make([.. Enumerable.Repeat(place, times)], Used + times * round, bars);
            return new(FitMethod.Loop, length, Truncated(cut, length), 1, told.Where(j => j.AtFrame < length).ToValueList(), length, false, 0.5 + jump.Cost + 0.1 * times, "Repeats, then fades out.");
        }
        throw new RuleException("This sound has no inaudible loop point. Use Stretch or Silence instead.", "method");
    }

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

    /// <summary>The points near a length at which it can end early, the most natural first; none if it is not longer.</summary>
    /// <param name="length">The target length, in frames.</param>
    public IReadOnlyList<NaturalEnd> Ends(long length) => length <= 0 || length >= Used ? [] : NaturalEnds.Of(_piece, _from, _to, length);

    private Fitted Shorten(FitRecipe recipe, long length)
    {
        if (length >= Used) throw new RuleException("The music is already short enough. Use Loop or Re-cut instead.", "length");
        var ends = Ends(length);
        var end = ends.FirstOrDefault(e => e.Frame + _from == recipe.EndFrame) ?? (ends is [var best, ..] ? best : new NaturalEnd(length, 1, false));
        return new(
            FitMethod.Shorten, length, new([new(_from, end.Frame, 0)]), 1, [], end.Frame, false, 0.6 + 0.4 * end.Cost,
            end.AtPhrase ? "Ends with a phrase." : "Fades out.");
    }

    private Fitted Stretch(long length)
    {
        var change = (double)length / Used - 1;
        if (Math.Abs(change) > MostStretch)
            throw new RuleException($"It would have to be {Math.Abs(change):0%} {(change > 0 ? "slower" : "faster")}, and more than {MostStretch:0%} sounds unnatural. Use Re-cut instead.", "length");
        var heard = Math.Abs(change) > InaudibleStretch;
        return new(
            FitMethod.Stretch, length, null, (double)Used / length, [], length, _endsItself.Value, Math.Abs(change) / InaudibleStretch * 0.4,
            heard ? $"{Math.Abs(change):0.0%} {(change > 0 ? "slower" : "faster")}, barely audible." : $"{Math.Abs(change):0.0%} {(change > 0 ? "slower" : "faster")}, inaudible.");
    }

    private Fitted Silence(long length)
    {
        if (length < Used) throw new RuleException("The music is longer than its slides. Use Shorten or Re-cut instead.", "length");
        // A moment of silence is a rest; more is a gap.
        return new(FitMethod.Silence, length, null, 1, [], Used, _endsItself.Value, 0.25 + 0.15 * Math.Min(8, (length - Used) / (double)Frames.PerSecond), $"{(_endsItself.Value ? "Plays its own ending" : "Fades out")}, then {Wording.Time(length - Used)} of silence.");
    }

    private BeatGrid NeedGrid()
    {
        if (_grid.Value.Count < 8)
            throw new RuleException("It is shorter than 2 bars, too short to edit. Loop the cue, or use Stretch or Silence.", "method");
        if (_piece.IsSilent) throw new RuleException("It is silent, so there is nothing to fit.", "method");
        return _grid.Value;
    }
}
