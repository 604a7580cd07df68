namespace Phonaris.Core.Shows;

/// <summary>What a show contains and does not use.</summary>
public static class Unused
{
    /// <summary>The sounds that no cue uses, not even a parked one.</summary>
    public static IEnumerable<Sound> OpenSounds(this Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var used = show.Cues.Select(c => c.SoundId).ToHashSet();
        return show.Sounds.Where(s => !s.Removed && !used.Contains(s.Id));
    }

    /// <summary>The show without parked cues that no other cue follows, and without the sounds that are then unused.</summary>
    public static Show WithoutUnused(this Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var awaited = show.Cues.Select(c => c.Start.CueId).ToHashSet();
        var cues = show.Cues.Where(c => c.Span is not null || awaited.Contains(c.Id)).ToValueList();
        var used = cues.Select(c => c.SoundId).ToHashSet();
        return show with { Cues = cues, Sounds = [.. show.Sounds.Where(s => used.Contains(s.Id))] };
    }
}
