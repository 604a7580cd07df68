using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>Brings the levels of cues to the show's targets. Files stay as they are.</summary>
public static class LevelMatch
{
    /// <summary>How much of a bed has to be heard without a voice over it for its loudness to be taken from that: a second.</summary>
    private const int LeastAloneSteps = 100;

    /// <summary>How often it is looked whether lower levels have beds make less room, and so leave less above them.</summary>
    private const int MostLooks = 4;

    /// <summary>What would bring each cue that has a time to its target, so that by itself and with the others it stays below the highest true peak.</summary>
    /// <param name="show">The show.</param>
    /// <param name="sounds">Its sounds.</param>
    /// <param name="cueIds">The cues that are asked about, the others stay; null for all.</param>
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

    /// <summary>The edit that sets the levels that are proposed, of what has a loudness; they follow their targets from then on. Null where nothing has.</summary>
    /// <param name="matched">What was proposed.</param>
    public static Several? ToEdit(IEnumerable<MatchedCue> matched)
    {
        ArgumentNullException.ThrowIfNull(matched);
        var set = matched.Where(m => m.NowLufs is not null).Select(Edit (m) => new SetLevel(m.CueId, m.ToDb, Follows: true)).ToValueList();
        return set.Count == 0 ? null : new(set, set.Count == 1 ? "Matched 1 level" : $"Matched {set.Count} levels");
    }

    /// <summary>What levels that follow have to be set to after an edit; none where all are at their targets.</summary>
    /// <param name="show">The show after the edit.</param>
    /// <param name="sounds">Its sounds.</param>
    public static ValueList<Edit> Followers(TimedShow show, ILoudness sounds)
    {
        ArgumentNullException.ThrowIfNull(show);
        var following = show.Show.Cues.Where(c => c.Follows).Select(c => c.Id).ToHashSet();
        if (following.Count == 0) return [];
        // Most edits leave what is heard as it was: then the levels are what they were found to be.
        var key = ("followers", show.Schedule.ContentKey(0, show.Schedule.TotalFrames), show.Show.LevelTargets, show.Show.GainDb, string.Join(' ', following), string.Join(' ', show.Show.Sounds.Select(s => s.Kind)));
        return sounds.Get(key, () => new Followed(FollowersOf(show, sounds, following)), FollowersBytes).Edits;
    }

    private sealed record Followed(ValueList<Edit> Edits);

    /// <summary>About what is kept of a show's followers, in bytes.</summary>
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
            // Where beds are ducked, how much hangs on their levels: so what the changes come to is worked out first.
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
        // What the whole is louder, all are to be.
        var target = targets.Of(kind) + show.Show.GainDb;
        if (now is not { } lufs) return new(cue.Id, cue.LevelDb, cue.LevelDb, null, target, false);
        var peak = Gain.ToDecibels(tracks.Max(t => t.Peaks.Max()));
        return new(cue.Id, cue.LevelDb, targets.LevelDb(target, lufs - cue.LevelDb, peak - cue.LevelDb), lufs, target, target - lufs > targets.TruePeakDbtp - peak);
    }

    /// <summary>A bed is as loud as where it makes no room for a voice; where it always does, as it would be without.</summary>
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
        // Where nothing is heard between the voices either, it is as loud as it is as a whole.
        if (alone.Count >= LeastAloneSteps && Loudness.Integrated([.. alone]) is { } lufs) return lufs;
        var cueId = tracks[0].Cue.CueId;
        return CueTrack.IntegratedOf([.. show.Places.All.Where(p => p.Cue.Id == cueId).Select(p => CueTrack.Of(p.Scheduled, sounds))]);

        void Add(CueTrack track, int from, int to)
        {
            for (var step = from; step < Math.Min(to, track.End); step++) alone.Add(track.Energies[step - track.First] / Loudness.StepFrames);
        }
    }
}
