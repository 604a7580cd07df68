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
        if (Sound.Frames <= 0) throw new RuleException($"“{Sound.Name}” has no audio.", "sound");
        SetSoundKind.Validate(Sound);
        if (show.Sounds.Any(s => s.Id == Sound.Id)) throw new RuleException($"“{Sound.Name}” is already in the show.", "sound");
        return new(
            show with { Sounds = show.Sounds.Insert(Math.Clamp(Index, 0, show.Sounds.Count), Sound) },
            new RemoveSound(Sound.Id));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Added {Sound.Name}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"sound:{Sound.Id}"];
}
