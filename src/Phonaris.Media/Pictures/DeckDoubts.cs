namespace Phonaris.Media.Pictures;

/// <summary>What is reported the pictures of a deck that may look other than they did.</summary>
/// <param name="Told">In what, a sentence each.</param>
/// <param name="Offer">A sentence that says what gives exact pictures; null where there is no doubt.</param>
public sealed record DeckDoubts(IReadOnlyList<string> Told, string? Offer)
{
    /// <summary>The doubts about a deck.</summary>
    /// <param name="notDrawn">What its pictures lack, a sentence each.</param>
    /// <param name="fonts">The families its text is written in.</param>
    public static DeckDoubts Of(IEnumerable<string> notDrawn, IEnumerable<string> fonts)
    {
        ArgumentNullException.ThrowIfNull(notDrawn);
        IReadOnlyList<string> told = DeckFonts.Sentence(fonts) is { } others ? [.. notDrawn, others] : [.. notDrawn];
        return new(told, told.Count > 0 ? "For exact pictures, add the deck’s PDF." : null);
    }
}
