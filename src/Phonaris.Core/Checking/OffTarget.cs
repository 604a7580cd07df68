using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Levels that miss their targets.</summary>
public sealed class OffTarget : ICheck
{
    /// <summary>How far a level may miss its target, in LU.</summary>
    private const double LeastLu = 3;

    /// <inheritdoc/>
    public string Name => "off-target";

    /// <inheritdoc/>
    public string LooksFor => "A cue clearly louder or quieter than its target.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var notDucking = show.Heard.Where(h => h.Sound.Kind == SoundKind.Voice && !h.Cue.Ducks).ToList();
        foreach (var cue in show.Heard.Select(h => h.Cue).DistinctBy(c => c.Id))
        {
            if (show.MatchOf(cue.Id) is not { NowLufs: { } now } together || Math.Abs(now - together.TargetLufs) <= LeastLu) continue;
            var match = show.MatchAmongOthers(cue.Id)[0];
            var (apart, after) = (now - match.TargetLufs, now + match.ToDb - match.FromDb);
            var helps = Math.Abs(after - match.TargetLufs) <= LeastLu;
            var sentence = $"{show.Show.CueName(cue.Id)} is {Wording.Loudness(Math.Abs(apart))} too {(apart > 0 ? "loud" : "quiet")}";
            yield return new(
                Name, Severity.Audible, [cue.Id], cue.Span!.First, helps ? $"{sentence}." : $"{sentence}, but its peaks leave no headroom.",
                helps && !Drowns(show, notDucking, cue, match.ToDb - match.FromDb) ? [new Fix($"Set it to {Wording.Decibels(match.ToDb)}", new SetLevel(cue.Id, match.ToDb, Follows: true), Safe: true)] : [])
            { About = $"{now:0} {match.TargetLufs:0}" };
        }
    }

    /// <summary>Whether a raised bed would make a voice without ducking hard to understand.</summary>
    private static bool Drowns(CheckedShow show, List<HeardCue> notDucking, Cue bed, double byDb) => byDb > 0 && show.Show.Sound(bed.SoundId).Kind == SoundKind.Bed && notDucking
        .Where(v => show.LevelsOf(v.Cue.Id)?.OverBedLu < DrownedVoices.LeastLu + byDb)
        .Any(v => show.Heard.Any(b => b.Cue.Id == bed.Id && b.Place.StartFrame < v.Place.EndFrame && b.Place.EndFrame > v.Place.StartFrame));
}
