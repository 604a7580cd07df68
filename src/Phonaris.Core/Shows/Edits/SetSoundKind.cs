namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the kind of a sound. Cues already placed keep their settings.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="SoundKind">Bed, voice or spot.</param>
public sealed record SetSoundKind(string SoundId, SoundKind SoundKind) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var before = show.Sound(SoundId);
        Validate(before with { Kind = SoundKind });
        var index = show.Sounds.IndexOf(SoundId);
        return new(
            show with { Sounds = show.Sounds.SetItem(index, before with { Kind = SoundKind }) },
            new SetSoundKind(SoundId, before.Kind));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.Sound(SoundId).Name}: kind {SoundKind.ToString().ToLowerInvariant()}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"sound:{SoundId}/kind"];

    /// <summary>Checks that a sound is a video if and only if it has pictures.</summary>
    /// <exception cref="RuleException">It is not.</exception>
    internal static void Validate(Sound sound)
    {
        if (sound.Video is null == (sound.Kind == SoundKind.Video))
            throw new RuleException(sound.Video is null ? $"{sound.Name} has no video, so it cannot be one." : $"{sound.Name} is a video. Its kind cannot change.", "kind");
        sound.Video?.Validate();
    }
}
