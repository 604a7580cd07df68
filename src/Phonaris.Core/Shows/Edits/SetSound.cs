namespace Phonaris.Core.Shows.Edits;

/// <summary>Calls a sound something else.</summary>
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

/// <summary>Says whose a sound is.</summary>
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
    public override string Sentence(Show before) => $"Rights of {before.Sound(SoundId).Name} changed";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"sound:{SoundId}/rights"];

    internal static void Validate(Rights rights)
    {
        var (title, author, source, licence, credit, proof) = rights;
        if (new[] { title, author, source, licence, credit, proof }.Any(t => t.Length > Rights.Longest))
            throw new RuleException($"Each of the rights has at most {Rights.Longest:N0} characters.", "rights");
    }
}

/// <summary>Sets the markers of a sound.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="Markers">All of them.</param>
public sealed record SetMarkers(string SoundId, ValueList<Marker> Markers) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var sound = show.Sound(SoundId);
        Validate(sound, Markers);
        return new(show.With(sound with { Markers = [.. Markers.OrderBy(m => m.Frame)] }), new SetMarkers(SoundId, sound.Markers));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Markers of {before.Sound(SoundId).Name} changed";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"sound:{SoundId}/markers"];

    internal static void Validate(Sound sound, ValueList<Marker> markers)
    {
        if (markers.Count > Sound.MostMarkers) throw new RuleException($"A sound has at most {Sound.MostMarkers} markers.", "markers");
        if (markers.DistinctBy(m => m.Id).Count() != markers.Count) throw new RuleException("Two markers are the same.", "markers");
        foreach (var marker in markers)
        {
            if (marker.Frame < 0 || marker.Frame > sound.Frames) throw new RuleException($"{sound.Name} lasts {Say.Time(sound.Frames)}; a marker lies within it.", "markers");
            RenameShow.Validate(marker.Name);
        }
    }
}
