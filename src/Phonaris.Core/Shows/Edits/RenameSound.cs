namespace Phonaris.Core.Shows.Edits;

/// <summary>Renames a sound.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="Name">Its new name, of at most 200 characters.</param>
public sealed record RenameSound(string SoundId, string Name) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var sound = show.Sound(SoundId);
        return new(show.With(sound with { Name = Validate(Name) }), new RenameSound(SoundId, sound.Name));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Renamed {before.Sound(SoundId).Name} to {Name}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"sound:{SoundId}/name"];

    internal static string Validate(string name) =>
        string.IsNullOrWhiteSpace(name) ? throw new RuleException("A sound needs a name.", "name") : RenameShow.Validate(name);
}
