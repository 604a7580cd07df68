using Phonaris.Core;

namespace Phonaris.Formats.Decks;

/// <summary>A kind of file that holds a deck. One file of code each; listed in <see cref="DeckFormats"/>.</summary>
internal interface IDeckFormat
{
    /// <summary>Whether a file is of this kind, from its first bytes.</summary>
    bool Recognises(ReadOnlySpan<byte> head);

    /// <summary>Reads the file.</summary>
    /// <exception cref="RuleException">It cannot be read; names the file and what would work.</exception>
    Deck Read(DeckFile file);
}

/// <summary>A file to read a deck from.</summary>
/// <param name="Path">Where it is.</param>
/// <param name="Name">What it was called when it was brought in.</param>
/// <param name="Media">Its content hash.</param>
public sealed record DeckFile(string Path, string Name, string Media);

/// <summary>Reads decks of every kind.</summary>
public static class DeckFormats
{
    /// <summary>The largest deck file, in bytes: 500 MB.</summary>
    public const long GreatestBytes = 500_000_000;

    /// <summary>What can be read, for messages.</summary>
    public const string Readable = "PDF, PNG, JPEG, WebP and SVG";

    private const int HeadBytes = 1024;

    private static readonly IDeckFormat[] All = [new PdfDeck(), new PictureDeck(), new SvgDeck()];

    /// <summary>Reads one deck from one or several files, which are put in the natural order of their names.</summary>
    /// <exception cref="RuleException">A file cannot be read; names it and says what would work.</exception>
    public static Deck Read(IEnumerable<DeckFile> files)
    {
        var decks = files.OrderBy(f => f.Name, NaturalOrder.Comparer).Select(Read).ToList();
        if (decks.Count == 1) return decks[0];
        return new(
            [.. decks.SelectMany(d => d.Slides).Select((s, i) => s with { Number = i + 1 })],
            [.. decks.SelectMany(d => d.Sounds)],
            [.. decks.SelectMany(d => d.NotUnderstood)]);
    }

    private static Deck Read(DeckFile file)
    {
        var head = new byte[HeadBytes];
        using (var stream = File.OpenRead(file.Path))
        {
            if (stream.Length == 0) throw new RuleException($"{file.Name} is empty. Bring in a deck that has slides: {Readable} can be read.");
            if (stream.Length > GreatestBytes) throw TooLarge(file.Name);
            head = head[..stream.ReadAtLeast(head, head.Length, throwOnEndOfStream: false)];
        }
        var format = All.FirstOrDefault(f => f.Recognises(head))
            ?? throw new RuleException($"{file.Name} is not a deck that can be read. {Readable} can.");
        return format.Read(file);
    }

    /// <summary>Says that a deck file is too large.</summary>
    public static RuleException TooLarge(string name) =>
        new($"{name} is larger than {GreatestBytes / 1_000_000} MB. Split the deck, or save it with smaller pictures.");
}
