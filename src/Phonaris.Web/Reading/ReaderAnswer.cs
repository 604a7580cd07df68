using Phonaris.Formats.Decks;

namespace Phonaris.Web.Reading;

/// <summary>What a reader answers; where pages were drawn, their pixels follow, four bytes each, red first.</summary>
/// <param name="Deck">The deck that was read.</param>
/// <param name="Problem">Why it could not be done, in a sentence.</param>
internal sealed record ReaderAnswer(Deck? Deck, string? Problem);
