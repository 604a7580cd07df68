using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>Matches the levels of cues to the show's targets. Files are not changed.</summary>
public static class LevelMatch
{
    /// <summary>How much of a bed must be heard without a voice for its loudness to be taken from there: a second.</summary>
    private const int LeastAloneSteps = 100;

    /// <summary>The most rounds of finding how lower beds change their own ducking.</summary>
    private const int MostLooks = 4;

    /// <summary>The level of each cue that brings it to its target, while it stays below the highest true peak, on its own and in the mix.</summary>
    /// <param name="show">The show.</param>
    /// <param name="sounds">Its sounds.</param>
    /// <param name="cueIds">The cues to match; the others keep their levels; null for all.</param>
    public static IReadOnlyList<MatchedCue> Of(TimedShow show, ILoudness sounds, IReadOnlySet<string>? cueIds = null)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(sounds);
        List<CueTrack> sounding = [.. show.Schedule.Cues.Select(c => CueTrack.Of(c, sounds))];
        var matched = sounding.Concat(show.Schedule.Silent.Select(c => CueTrack.Of(c, sounds)))
            .Where(t => cueIds?.Contains(t.Cue.CueId) != false)
            .GroupBy(t => t.Cue.CueId)
            .Select(places => Of(show, show.Show.Cue(places.Key), [.. places], sounds))
            .ToList();
        var changes = matched.Where(m => m.NowLufs is not null).ToDictionary(m => m.CueId, m => m.ToDb - m.FromDb);
        changes = WithHeadroom(show, sounding, sounds, changes);
        return [.. matched.Select(m => changes.TryGetValue(m.CueId, out var by) ? m.LoweredTo(Math.Round(m.FromDb + by, 1)) : m)];
    }

    /// <summary>The edit that sets the proposed levels; they follow their targets from then on. Null when no cue has a loudness.</summary>
    /// <param name="matched">The proposals.</param>
    public static Several? ToEdit(IEnumerable<MatchedCue> matched)
    {
        ArgumentNullException.ThrowIfNull(matched);
        var set = matched.Where(m => m.NowLufs is not null).Select(Edit (m) => new SetLevel(m.CueId, m.ToDb, Follows: true)).ToValueList();
        return set.Count == 0 ? null : new(set, set.Count == 1 ? "Matched 1 level" : $"Matched {set.Count} levels");
    }

    /// <summary>The changes that following levels need after an edit; none when all are on target.</summary>
    /// <param name="show">The show after the edit.</param>
    /// <param name="sounds">Its sounds.</param>
    public static ValueList<Edit> FollowingEdits(TimedShow show, ILoudness sounds)
    {
        ArgumentNullException.ThrowIfNull(show);
        var following = show.Show.Cues.Where(c => c.Follows).Select(c => c.Id).ToHashSet();
        if (following.Count == 0) return [];
        // Most edits do not change what is heard; then the cached levels apply.
        var key = ("followers", show.Schedule.ContentKey(0, show.Schedule.TotalFrames), show.Show.LevelTargets, show.Show.GainDb, string.Join(' ', following), string.Join(' ', show.Show.Sounds.Select(s => s.Kind)));
        return sounds.Get(key, () => new Followed(FollowersOf(show, sounds, following)), FollowersBytes).Edits;
    }

    private sealed record Followed(ValueList<Edit> Edits);

    /// <summary>The approximate cache size of a show's followers, in bytes.</summary>
    private const long FollowersBytes = 20_000;

    private static ValueList<Edit> FollowersOf(TimedShow show, ILoudness sounds, HashSet<string> following)
    {
        return [.. Of(show, sounds, following).Where(m => m.Changes).Select(m => new SetLevel(m.CueId, m.ToDb, Follows: true))];
    }

    /// <summary>Changes that keep the highest true peak.</summary>
    private static Dictionary<string, double> WithHeadroom(TimedShow show, List<CueTrack> sounding, ILoudness sounds, Dictionary<string, double> changes)
    {
        var peak = show.Show.LevelTargets.TruePeakDbtp;
        for (var look = 0; look < MostLooks; look++)
        {
            var before = changes;
            // The depth of ducking depends on the beds' levels, so the effect of the changes is computed first.
            if (show.Schedule.DuckingStretches.Count == 0 || changes.Values.All(by => by == 0)) changes = new Headroom(show, sounding, sounds).Keep(changes, peak);
            else
            {
                var changed = TimedShow.Of(
                    show.Show with { Cues = [.. show.Show.Cues.Select(c => changes.TryGetValue(c.Id, out var by) ? c with { LevelDb = c.LevelDb + by } : c)] }, show.Places.Listened);
                var further = new Headroom(changed, [.. changed.Schedule.Cues.Select(c => CueTrack.Of(c, sounds))], sounds).Keep(changes.ToDictionary(c => c.Key, _ => 0.0), peak);
                changes = changes.ToDictionary(c => c.Key, c => c.Value + further[c.Key]);
            }
            if (show.Schedule.DuckingStretches.Count == 0 || changes.All(c => before[c.Key] == c.Value)) break;
        }
        return changes;
    }

    private static MatchedCue Of(TimedShow show, Cue cue, List<CueTrack> tracks, ILoudness sounds)
    {
        var (kind, targets) = (show.Show.Sound(cue.SoundId).Kind, show.Show.LevelTargets);
        var now = kind switch
        {
            SoundKind.Bed => BedOf(show, tracks, sounds),
            SoundKind.Voice or SoundKind.Video => CueTrack.IntegratedOf(tracks),
            _ => CueTrack.LoudestOf(tracks),
        };
        // The gain of the whole mix applies to all cues.
        var target = targets.Of(kind) + show.Show.GainDb;
        if (now is not { } lufs) return new(cue.Id, cue.LevelDb, cue.LevelDb, null, target, false);
        var peak = Gain.ToDecibels(tracks.Max(t => t.Peaks.Max()));
        return new(cue.Id, cue.LevelDb, targets.LevelDb(target, lufs - cue.LevelDb, peak - cue.LevelDb), lufs, target, target - lufs > targets.TruePeakDbtp - peak);
    }

    /// <summary>A bed is measured where it is not ducked; one that is always ducked, as if it were not.</summary>
    private static double? BedOf(TimedShow show, List<CueTrack> tracks, ILoudness sounds)
    {
        List<double> alone = [];
        foreach (var track in tracks)
        {
            var step = track.First;
            foreach (var voice in show.Schedule.DuckingStretches)
            {
                Add(track, step, (int)(voice.DownFrame / Loudness.StepFrames));
                step = Math.Max(step, (int)(voice.UpFrame / Loudness.StepFrames) + 1);
            }
            Add(track, step, track.End);
        }
        if (alone.Count == tracks.Sum(t => t.Energies.Length)) return CueTrack.IntegratedOf(tracks);
        // If nothing of it is heard between the voices either, its whole is measured.
        if (alone.Count >= LeastAloneSteps && Loudness.Integrated([.. alone]) is { } lufs) return lufs;
        var cueId = tracks[0].Cue.CueId;
        return CueTrack.IntegratedOf([.. show.Places.All.Where(p => p.Cue.Id == cueId).Select(p => CueTrack.Of(p.Scheduled, sounds))]);

        void Add(CueTrack track, int from, int to)
        {
            for (var step = from; step < Math.Min(to, track.End); step++) alone.Add(track.Energies[step - track.First] / Loudness.StepFrames);
        }
    }
}
