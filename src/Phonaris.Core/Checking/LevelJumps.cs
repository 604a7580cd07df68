using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Jumps of loudness between neighbouring sounds.</summary>
public sealed class LevelJumps : ICheck
{
    /// <summary>The largest difference between two neighbours, in LU.</summary>
    private const double LeastLu = 6;

    /// <inheritdoc/>
    public string Name => "level-jump";

    /// <inheritdoc/>
    public string LooksFor => "Two successive beds or voices with clearly different loudness.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.Heard
            .Where(h => h.Sound.Kind != SoundKind.Spot)
            .DistinctBy(h => h.Cue.Id)
            .GroupBy(h => h.Sound.Kind)
            .SelectMany(kind => kind.OrderBy(h => h.Place.StartFrame) is var inOrder ? inOrder.Zip(inOrder.Skip(1)) : [])
            .OrderBy(pair => pair.Second.Place.StartFrame)
            .Select(pair => Between(show, pair.First, pair.Second))
            .OfType<Finding>();
    }

    private Finding? Between(CheckedShow show, HeardCue before, HeardCue later)
    {
        if (show.MatchOf(before.Cue.Id) is not { NowLufs: { } first } from || show.MatchOf(later.Cue.Id) is not { NowLufs: { } second } to) return null;
        // Each relative to its target: a bed that is always under a voice is lower than one that is not.
        var jump = (second - to.TargetLufs) - (first - from.TargetLufs);
        if (Math.Abs(jump) <= LeastLu) return null;
        var match = show.MatchAmongOthers(before.Cue.Id, later.Cue.Id);
        var left = jump + (match[1].ToDb - match[1].FromDb) - (match[0].ToDb - match[0].FromDb);
        return new(
            Name, Severity.Audible, [before.Cue.Id, later.Cue.Id], show.Order.At(later.Place.StartFrame).SlideId,
            $"{later.Sound.Name} is {Wording.Loudness(Math.Abs(jump))} {(jump > 0 ? "louder" : "quieter")} than {before.Sound.Name} before it.",
            Math.Abs(left) <= LeastLu
                ? [new Fix("Match both", new Several(
                    [.. match.Select(m => new SetLevel(m.CueId, m.ToDb, Follows: true))], $"Matched {before.Sound.Name} and {later.Sound.Name}"), Safe: true)]
                : [])
        { About = $"{jump:0}" };
    }
}
