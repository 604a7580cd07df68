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
        if (string.IsNullOrWhiteSpace(Name)) throw new RuleException("A sound needs a name.", "name");
        return new(show.With(sound with { Name = RenameShow.Validate(Name) }), new RenameSound(SoundId, sound.Name));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Renamed {before.Sound(SoundId).Name} to {Name}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches() => [$"sound:{SoundId}/name"];
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
        var (title, author, source, licence, credit, proof) = Rights;
        if (new[] { title, author, source, licence, credit, proof }.Any(t => t.Length > Rights.Longest))
            throw new RuleException($"Each of the rights has at most {Rights.Longest:N0} characters.", "rights");
        var sound = show.Sound(SoundId);
        return new(show.With(sound with { Rights = Rights }), new SetRights(SoundId, sound.Rights));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Rights of {before.Sound(SoundId).Name} changed";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches() => [$"sound:{SoundId}/rights"];
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
        if (Markers.Count > Sound.MostMarkers) throw new RuleException($"A sound has at most {Sound.MostMarkers} markers.", "markers");
        if (Markers.DistinctBy(m => m.Id).Count() != Markers.Count) throw new RuleException("Two markers are the same.", "markers");
        foreach (var marker in Markers)
        {
            if (marker.Frame < 0 || marker.Frame > sound.Frames) throw new RuleException($"{sound.Name} lasts {Say.Time(sound.Frames)}; a marker lies within it.", "markers");
            RenameShow.Validate(marker.Name);
        }
        return new(show.With(sound with { Markers = [.. Markers.OrderBy(m => m.Frame)] }), new SetMarkers(SoundId, sound.Markers));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Markers of {before.Sound(SoundId).Name} changed";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches() => [$"sound:{SoundId}/markers"];
}
