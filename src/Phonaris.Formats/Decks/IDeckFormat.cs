using Phonaris.Core.Drawings;

namespace Phonaris.Formats.Decks;

/// <summary>A format of deck files. Each has its own file of code and is listed in <see cref="DeckFormats"/>.</summary>
internal interface IDeckFormat
{
    /// <summary>The media type of its slides' pictures, if Phonaris draws them; null if another program does.</summary>
    string? Type => null;

    /// <summary>Whether a file has this format, by its first bytes and, for zip files, its entries.</summary>
    bool Recognises(DeckFile file, ReadOnlySpan<byte> head);

    /// <summary>Reads the file.</summary>
    /// <exception cref="RuleException">It cannot be read; the message names the file and says what would work.</exception>
    Deck Read(DeckFile file);

    /// <summary>Computes the drawings of some pages of a file, numbered from 1.</summary>
    IReadOnlyList<SlideDrawing> Draw(string path, IEnumerable<int> pages) => throw new NotSupportedException();
}
