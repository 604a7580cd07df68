namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the usage rights of a sound.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="Rights">The rights.</param>
public sealed record SetRights(string SoundId, Rights Rights) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        Validate(Rights);
        var sound = show.Sound(SoundId);
        return new(show.With(sound with { Rights = Rights }), new SetRights(SoundId, sound.Rights));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Changed the rights of {before.Sound(SoundId).Name}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"sound:{SoundId}/rights"];

    internal static void Validate(Rights rights)
    {
        var (title, author, source, licence, credit, proof) = rights;
        if (new[] { title, author, source, licence, credit, proof, rights.Clearance?.Number, rights.CataloguePiece }.Any(t => t?.Length > Rights.Longest))
            throw new RuleException($"Each rights field can have at most {Rights.Longest:N0} characters.", "rights");
    }
}
