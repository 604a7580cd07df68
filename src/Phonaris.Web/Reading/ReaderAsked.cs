using Phonaris.Formats.Decks;
using Phonaris.Media.Pictures;

namespace Phonaris.Web.Reading;

/// <summary>What a reader is asked: a deck to be read, or pages to be drawn.</summary>
/// <param name="Read">The files of the deck; null where pages are asked for.</param>
/// <param name="Draw">The pages; null where a deck is asked for.</param>
internal sealed record ReaderAsked(ValueList<DeckFile>? Read, PagesAsked? Draw);

/// <summary>Pages to be drawn.</summary>
internal sealed record PagesAsked(string Path, string Type, ValueList<PageAsked> Pages, int Width, int Height);
