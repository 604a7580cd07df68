namespace Phonaris.Core.Shows;

/// <summary>The files that a show refers to, by their content hashes.</summary>
public static class ShowFiles
{
    /// <summary>All files: those the show needs, and decks that only exports use.</summary>
    public static IEnumerable<string> Of(Show show) => Needed(show).Concat(HiddenDecks(show));

    /// <summary>The files the show cannot do without: pictures, decks that pictures are drawn from, sounds and videos.</summary>
    public static IEnumerable<string> Needed(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.Slides
            .SelectMany(s => s.Steps.Select(t => t.Picture).Prepend(s.Picture))
            .OfType<PictureSource>()
            .Where(p => p.Card is null)
            .Concat(show.Cues.Select(c => c.Hotspot?.Picture).OfType<PictureSource>())
            .Select(p => p.Media)
            .Concat(show.Sounds.Select(s => s.Media))
            .Distinct();
    }

    /// <summary>
    /// Decks whose pictures are not used, because their slides take theirs from pages of another file. Exports use them; without them
    /// the show is complete.
    /// </summary>
    public static IEnumerable<string> HiddenDecks(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.Slides.Select(s => s.Deck).Where(d => d.Length > 0).Except(Needed(show));
    }
}
