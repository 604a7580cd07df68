using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Voices that are too quiet against the beds.</summary>
public sealed class DrownedVoices : ICheck
{
    /// <summary>How far a voice should be above its beds, in LU.</summary>
    internal const double LeastLu = 8;

    /// <summary>A little more than that, so that rounding does not bring it back below.</summary>
    private const double SpareLu = 0.2;

    /// <inheritdoc/>
    public string Name => "drowned-voice";

    /// <inheritdoc/>
    public string LooksFor => "A voice less than 8 LU louder than the bed under it.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        // A video without ducking is not expected to be understood.
        foreach (var voice in show.Heard.Where(h => h.Sound.Kind == SoundKind.Voice || (h.Sound.Kind == SoundKind.Video && h.Cue.Ducks)).DistinctBy(h => h.Cue.Id))
        {
            if (show.LevelsOf(voice.Cue.Id)?.OverBedLu is not { } over || over >= LeastLu) continue;
            yield return new(
                Name, Severity.Audible, [voice.Cue.Id], voice.Cue.Span!.First,
                over < 0 ? $"{voice.Sound.Name} is {Wording.Loudness(-over)} quieter than the bed under it." : $"{voice.Sound.Name} is only {Wording.Loudness(over)} louder than the bed under it.",
                [.. Fixes(show, voice.Cue, over)])
            { About = $"{over:0}" };
        }
    }

    private static IEnumerable<Fix> Fixes(CheckedShow show, Cue voice, double over)
    {
        var (missing, duck) = (LeastLu + SpareLu - over, voice.Duck ?? show.Show.Duck);
        if (show.MatchAmongOthers(voice.Id)[0] is var match && match.ToDb - match.FromDb >= missing)
            yield return new($"Raise it to {Wording.Decibels(match.ToDb)}", new SetLevel(voice.Id, match.ToDb, Follows: true), Safe: true);
        // The level of beds under it, if they were ducked.
        var targets = show.Show.LevelTargets;
        var room = duck.DepthDb ?? (show.LevelsOf(voice.Id)?.IntegratedLufs - show.Show.GainDb - targets.BedUnderVoiceLufs >= LeastLu + SpareLu ? missing : 0);
        if (!voice.Ducks && room >= missing) yield return new("Duck the beds under it", new SetDucks(voice.Id, true), Safe: true);
        if (Lowered(show, voice.Id, Math.Ceiling(missing * 10) / 10) is { } lowered) yield return lowered;
    }

    /// <summary>The edit that lowers all beds under a voice; null when it cannot be made.</summary>
    private static Fix? Lowered(CheckedShow show, string voiceId, double by)
    {
        var places = show.Heard.Where(h => h.Cue.Id == voiceId).Select(h => h.Place).ToList();
        // When ducking depth follows the targets, lower beds would be ducked less.
        if (show.Schedule.DuckingStretches.Any(d => d.Duck.DepthDb is null && places.Exists(p => p.StartFrame < d.UpFrame && p.EndFrame > d.DownFrame))) return null;
        var beds = show.Heard
            .Where(h => h.Sound.Kind == SoundKind.Bed && places.Exists(p => p.StartFrame < h.Place.EndFrame && p.EndFrame > h.Place.StartFrame))
            .Select(h => h.Cue)
            .DistinctBy(c => c.Id)
            .ToList();
        if (beds.Count == 0 || beds.Exists(b => b.LevelDb - by < Cue.LeastLevelDb)) return null;
        return new(
            beds.Count == 1 ? $"Lower {show.Show.CueName(beds[0].Id)} by {Wording.Decibels(by)}" : $"Lower the beds under it by {Wording.Decibels(by)}",
            new Several([.. beds.Select(b => new SetLevel(b.Id, Math.Round(b.LevelDb - by, 1)))], $"Lowered the beds under {show.Show.CueName(voiceId)}"));
    }
}
