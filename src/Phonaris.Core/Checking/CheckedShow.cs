using Phonaris.Core.Levels;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>A show with everything that checks read, computed once for all of them.</summary>
public sealed class CheckedShow
{
    private readonly Dictionary<string, MatchedCue> _matched;
    private readonly Dictionary<string, CueLevels> _levels;
    private readonly Lazy<ILookup<string, CueTrack>> _tracks;
    private readonly ILoudness _sounds;
    private readonly SoundFiles _files;

    /// <summary>Measures a show for its checks.</summary>
    /// <param name="timed">The show with its times.</param>
    /// <param name="sounds">Its sounds and their earlier measurements.</param>
    /// <param name="files">The files of its sounds.</param>
    public CheckedShow(TimedShow timed, ILoudness sounds, SoundFiles files)
    {
        ArgumentNullException.ThrowIfNull(timed);
        ArgumentNullException.ThrowIfNull(sounds);
        ArgumentNullException.ThrowIfNull(files);
        (Timed, _sounds, _files) = (timed, sounds, files);
        Heard = [.. timed.Schedule.Cues.Select(p => new HeardCue(p, timed.Show.Cue(p.CueId), timed.Show.Sound(p.SoundId)))];
        Levels = ShowLevels.Of(timed, sounds);
        _levels = Levels.Cues.ToDictionary(c => c.CueId);
        _tracks = new(() => Levels.Tracks.ToLookup(t => t.Cue.CueId));
        _matched = LevelMatch.Of(timed, sounds).ToDictionary(m => m.CueId);
    }

    /// <summary>The show with its times.</summary>
    internal TimedShow Timed { get; }

    /// <summary>The show.</summary>
    internal Show Show => Timed.Show;

    /// <summary>Its running order.</summary>
    internal RunningOrder Order => Timed.Order;

    /// <summary>Its schedule.</summary>
    internal Schedule Schedule => Timed.Schedule;

    /// <summary>What plays automatically, in the show's order.</summary>
    internal ValueList<HeardCue> Heard { get; }

    /// <summary>Its loudness.</summary>
    internal ShowLevels Levels { get; }

    /// <summary>The loudness of a cue; null when it has no time.</summary>
    internal CueLevels? LevelsOf(string cueId) => _levels.GetValueOrDefault(cueId);

    /// <summary>The level that would bring a cue to its target; null when it has no time.</summary>
    internal MatchedCue? MatchOf(string cueId) => _matched.GetValueOrDefault(cueId);

    /// <summary>The levels that would bring some cues to their targets while all others keep theirs, within the highest true peak.</summary>
    internal IReadOnlyList<MatchedCue> MatchAmongOthers(params string[] cueIds)
    {
        var headroom = new BoundedHeadroom(Levels.PeakBounds, Show.LevelTargets.TruePeakDbtp);
        return [.. cueIds.Select(id => headroom.Raise(_matched[id], _tracks.Value[id]))];
    }

    /// <summary>The levels that would bring all cues to their targets.</summary>
    internal IEnumerable<MatchedCue> Matches => _matched.Values;

    /// <summary>The loudness of a cue over time.</summary>
    internal CueTrack TrackOf(ScheduledCue cue) => CueTrack.Of(cue, _sounds);

    /// <summary>The stretches of a cue in which it speaks, in its own frames.</summary>
    internal IEnumerable<FrameStretch> SpokenIn(ScheduledCue cue) => Speech.Of(cue, Timed.Places.Listened);

    /// <summary>What is wrong with the file of a sound, as a sentence; null for nothing.</summary>
    internal string? TroubleOf(Sound sound) => _files.Troubles.GetValueOrDefault(sound.Id);

    /// <summary>The size of a sound's file, in bytes; 0 when it is missing.</summary>
    internal long BytesOf(Sound sound) => _files.BytesOf(sound);

    /// <summary>The sounds that are heard or seen, each once: those of unmuted cues and of videos on slides.</summary>
    internal IEnumerable<Sound> AudibleSounds => Show.Cues.Where(c => c is { Span: not null, IsNoticed: true }).Select(c => c.SoundId).Distinct().Select(Show.Sound);

    /// <summary>The cues of a sound that are heard or seen.</summary>
    internal ValueList<string> CuesOf(Sound sound) => [.. Show.Cues.Where(c => c.SoundId == sound.Id && c is { Span: not null, IsNoticed: true }).Select(c => c.Id)];

    /// <summary>Whether another cue begins when one ends.</summary>
    internal bool IsAwaited(string cueId) => Show.Cues.Any(c => c.Start.CueId == cueId);

    /// <summary>The edit that deletes a cue, and its sound when no other cue uses it.</summary>
    internal Fix Remove(Cue cue)
    {
        var sound = Show.Sound(cue.SoundId);
        return sound.Removed || Show.Cues.Any(c => c.SoundId == sound.Id && c.Id != cue.Id)
            ? new("Remove it", new RemoveCue(cue.Id))
            : new($"Remove it and {sound.Name}", new Several([new RemoveCue(cue.Id), new RemoveSound(sound.Id)], $"Removed {sound.Name} and its cue"));
    }

    /// <summary>The edit that mutes the cues of a sound.</summary>
    internal Fix Mute(Sound sound) => new($"Mute {sound.Name}", new Several([.. CuesOf(sound).Select(id => new SetMuted(id, true))], $"Muted {sound.Name}"));

    /// <summary>The edit that lengthens a slide's hold, to whole tenths of a second; null when it cannot be.</summary>
    /// <param name="slideId">The slide.</param>
    /// <param name="frames">The least number of frames to add.</param>
    internal Fix? HoldLonger(string slideId, long frames)
    {
        var slide = Show.Slide(slideId);
        var tenths = (frames + Frames.PerSecond / 10 - 1) / (Frames.PerSecond / 10);
        var hold = slide.HoldMs + tenths * 100;
        return FollowedHolds.Keeps(Show, slide) || hold > Slide.GreatestHoldMs ? null : new($"Hold slide {Wording.Number(Show, slideId)} {Wording.Seconds(tenths * 100)} longer", new SetHolds([new(slideId, hold)]));
    }
}

/// <summary>A cue that plays automatically.</summary>
/// <param name="Place">When and how.</param>
/// <param name="Cue">The cue.</param>
/// <param name="Sound">Its sound.</param>
internal sealed record HeardCue(ScheduledCue Place, Cue Cue, Sound Sound);
