using Phonaris.Formats.Decks;

namespace Phonaris.Web.Reading;

/// <summary>The answer of a reader; for drawn pages their pixels follow, four bytes each, red first.</summary>
/// <param name="Deck">The deck that was read.</param>
/// <param name="Problem">The error message, as a sentence.</param>
internal sealed record ReaderAnswer(Deck? Deck, string? Problem);
