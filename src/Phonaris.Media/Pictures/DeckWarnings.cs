namespace Phonaris.Media.Pictures;

/// <summary>Warnings about pictures of a deck that may differ from the original.</summary>
/// <param name="Warnings">The warnings, one sentence each.</param>
/// <param name="Offer">A sentence that says how to get exact pictures; null without warnings.</param>
public sealed record DeckWarnings(IReadOnlyList<string> Warnings, string? Offer)
{
    /// <summary>The warnings about a deck.</summary>
    /// <param name="notDrawn">What its pictures lack, one sentence each.</param>
    /// <param name="fonts">The font families of its text.</param>
    public static DeckWarnings Of(IEnumerable<string> notDrawn, IEnumerable<string> fonts)
    {
        ArgumentNullException.ThrowIfNull(notDrawn);
        IReadOnlyList<string> told = DeckFonts.Sentence(fonts) is { } others ? [.. notDrawn, others] : [.. notDrawn];
        return new(told, told.Count > 0 ? "For exact pictures, add the deck’s PDF." : null);
    }
}
