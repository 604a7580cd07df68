namespace Phonaris.Core.Shows.Edits;

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
