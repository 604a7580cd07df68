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
    public override string Sentence(Show before) => $"Changed the markers of {before.Sound(SoundId).Name}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"sound:{SoundId}/markers"];

    internal static void Validate(Sound sound, ValueList<Marker> markers)
    {
        if (markers.Count > Sound.MostMarkers) throw new RuleException($"A sound can have at most {Sound.MostMarkers} markers.", "markers");
        if (markers.DistinctBy(m => m.Id).Count() != markers.Count) throw new RuleException("Two markers have the same id.", "markers");
        foreach (var marker in markers)
        {
            if (marker.Frame < 0 || marker.Frame > sound.Frames) throw new RuleException($"A marker must be within {sound.Name}, which lasts {Wording.Time(sound.Frames)}.", "markers");
            RenameShow.Validate(marker.Name);
        }
    }
}
