namespace Phonaris.Core.Shows.Edits;

/// <summary>Adds a sound to the show.</summary>
/// <param name="Sound">The sound, with an id not yet in the show.</param>
/// <param name="Index">Its position among the sounds; beyond the end means at the end.</param>
public sealed record AddSound(Sound Sound, int Index) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (Sound.Frames <= 0) throw new RuleException($"“{Sound.Name}” holds no sound.", "sound");
        if (show.Sounds.Any(s => s.Id == Sound.Id)) throw new RuleException($"“{Sound.Name}” is in the show already.", "sound");
        return new(
            show with { Sounds = show.Sounds.Insert(Math.Clamp(Index, 0, show.Sounds.Count), Sound) },
            new RemoveSound(Sound.Id));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Brought in {Sound.Name}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches() => [$"sound:{Sound.Id}"];
}

/// <summary>Takes a sound that no cue uses out of the show.</summary>
/// <param name="SoundId">The sound.</param>
public sealed record RemoveSound(string SoundId) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var sound = show.Sound(SoundId);
        var uses = show.Cues.Count(c => c.SoundId == SoundId);
        if (uses > 0)
            throw new RuleException($"{sound.Name} is used by {uses} {(uses == 1 ? "cue" : "cues")}. Remove those first.", "sound");
        var index = show.Sounds.FindIndex(s => s.Id == SoundId);
        return new(show with { Sounds = show.Sounds.RemoveAt(index) }, new AddSound(sound, index));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Removed {before.Sound(SoundId).Name}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches() => [$"sound:{SoundId}"];
}
