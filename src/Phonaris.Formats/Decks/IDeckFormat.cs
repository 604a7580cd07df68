using Phonaris.Core.Drawings;

namespace Phonaris.Formats.Decks;

/// <summary>A kind of file that holds a deck. One file of code each; listed in <see cref="DeckFormats"/>.</summary>
internal interface IDeckFormat
{
    /// <summary>The media type of its slides' pictures, where it draws them itself; null where another program does.</summary>
    string? Type => null;

    /// <summary>Whether a file is of this kind, from its first bytes and, for packed files, what is in it.</summary>
    bool Recognises(DeckFile file, ReadOnlySpan<byte> head);

    /// <summary>Reads the file.</summary>
    /// <exception cref="RuleException">It cannot be read; names the file and what would work.</exception>
    Deck Read(DeckFile file);

    /// <summary>Works out what is on some pages of a file, which are counted from 1.</summary>
    IReadOnlyList<SlideDrawing> Draw(string path, IEnumerable<int> pages) => throw new NotSupportedException();
}
