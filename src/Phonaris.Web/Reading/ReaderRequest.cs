using Phonaris.Formats.Decks;
using Phonaris.Media.Pictures;

namespace Phonaris.Web.Reading;

/// <summary>A request to a reader: read a deck, or draw pages.</summary>
/// <param name="Read">The files of the deck; null to draw pages.</param>
/// <param name="Draw">The pages; null to read a deck.</param>
internal sealed record ReaderRequest(ValueList<DeckFile>? Read, PagesRequest? Draw);

/// <summary>Pages to draw.</summary>
internal sealed record PagesRequest(string Path, string Type, ValueList<PageRequest> Pages, int Width, int Height);
