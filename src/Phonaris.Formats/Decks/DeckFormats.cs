using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using Phonaris.Formats.Decks.Presentations;

namespace Phonaris.Formats.Decks;

/// <summary>Reads decks of all supported formats.</summary>
public static class DeckFormats
{
    /// <summary>The largest deck file, in bytes: 500 MB.</summary>
    public const long GreatestBytes = 500_000_000;

    /// <summary>The supported formats, for messages.</summary>
    public const string Readable = "PPTX, ODP, PDF, PNG, JPEG, WebP or SVG";

    private const int HeadBytes = 1024;

    /// <summary>The first bytes of compound files: encrypted presentations (ECMA-376 part 2, agile encryption), and presentations in the format before 2007.</summary>
    private static ReadOnlySpan<byte> Compound => [0xD0, 0xCF, 0x11, 0xE0, 0xA1, 0xB1, 0x1A, 0xE1];

    /// <summary>The largest sound or video that is unpacked from a deck, in bytes.</summary>
    public const long MostSoundBytes = 500_000_000;

    private static readonly IDeckFormat[] All = [new PdfDeck(), new PictureDeck(), new PptxDeck(), new OdpDeck(), new SvgDeck()];

    /// <summary>Reads one deck from one or several files, in the natural order of their names.</summary>
    /// <exception cref="RuleException">A file cannot be read; the message names it and says what would work.</exception>
    public static Deck Read(IEnumerable<DeckFile> files)
    {
        var decks = files.OrderBy(f => f.Name, NaturalOrder.Comparer).Select(Read).ToList();
        if (decks.Count == 1) return decks[0];
        List<DeckSlide> slides = [];
        List<DeckSound> sounds = [];
        foreach (var deck in decks)
        {
            var before = slides.Count;
            slides.AddRange(deck.Slides.Select(s => s with { Number = before + s.Number }));
            sounds.AddRange(deck.Sounds.Select(s => s with { FirstSlide = before + s.FirstSlide, LastSlide = before + s.LastSlide }));
        }
        return new([.. slides], [.. sounds]);
    }

    private static Deck Read(DeckFile file)
    {
        var length = new FileInfo(file.Path).Length;
        if (length == 0) throw new RuleException($"{file.Name} is empty. Choose a deck in {Readable}.");
        if (length > GreatestBytes) throw TooLarge(file.Name);
        var head = HeadOf(file.Path);
        if (head.AsSpan().StartsWith(Compound))
            throw new RuleException($"{file.Name} has a password or an old format from before 2007. Save it as PPTX without a password.");
        var format = All.FirstOrDefault(f => f.Recognises(file, head))
            ?? throw new RuleException($"{file.Name} is not a deck that can be read. Use {Readable}.");
        try
        {
            var deck = format.Read(file);
            if (deck.Slides.FirstOrDefault(s => !s.Picture.CanBeDrawn) is { } slide) throw NotDrawable(file.Name, slide);
            return deck;
        }
        catch (Exception e) when (e is not RuleException and not OutOfMemoryException)
        {
            // Readers fail on broken files in many ways; to the user they are the same.
            throw new RuleException($"{file.Name} is damaged. Save the deck again and add that file.");
        }
    }

    /// <summary>The media type of a stored deck file, by its content; null if it does not exist or is no deck.</summary>
    public static string? TypeOf(string path)
    {
        if (!File.Exists(path)) return null;
        var head = HeadOf(path);
        return All.FirstOrDefault(f => f.Recognises(new(path, "The deck", ""), head))?.Type;
    }

    private static RuleException NotDrawable(string name, DeckSlide slide) => new(slide.Picture is { Width: >= 1, Height: >= 1 } picture
        ? $"{name}: slide {slide.Number} is {picture.Width:N0} wide and {picture.Height:N0} high. A slide can be at most {PictureSource.MostTimesAsHigh} times as high as wide. Split it into several."
        : $"{name}: slide {slide.Number} has no size. Save it again with a width and a height.");

    private static byte[] HeadOf(string path)
    {
        var head = new byte[HeadBytes];
        using var stream = File.OpenRead(path);
        return head[..stream.ReadAtLeast(head, head.Length, throwOnEndOfStream: false)];
    }

    /// <summary>Computes the drawings of pages of a presentation file.</summary>
    /// <param name="path">The file.</param>
    /// <param name="type">Its media type.</param>
    /// <param name="pages">The pages, from 1.</param>
    /// <exception cref="RuleException">It cannot be read.</exception>
    public static IReadOnlyList<SlideDrawing> Draw(string path, string type, IReadOnlyList<int> pages)
    {
        try
        {
            return All.First(f => f.Type == type).Draw(path, pages);
        }
        catch (Exception e) when (e is not RuleException and not OutOfMemoryException)
        {
            throw new RuleException($"Slide {pages[0]} of the deck cannot be drawn. Save the deck again and add that file.");
        }
    }

    /// <summary>Opens a sound or video within a deck as a stream, because it may be half a gigabyte.</summary>
    /// <param name="path">The deck's file.</param>
    /// <param name="sound">The sound.</param>
    /// <param name="read">Reads the stream.</param>
    /// <exception cref="RuleException">It does not exist, or cannot be unpacked.</exception>
    public static async Task<T> ReadSoundAsync<T>(string path, DeckSound sound, Func<Stream, Task<T>> read)
    {
        ArgumentNullException.ThrowIfNull(sound);
        ArgumentNullException.ThrowIfNull(read);
        using var zip = ZipFiles.Open(path, sound.Name);
        var entry = zip.GetEntry(sound.Part) ?? throw new RuleException($"{sound.Name} is not in the deck.");
        try
        {
            await using var content = await entry.OpenAsync();
            return await read(content);
        }
        catch (InvalidDataException)
        {
            throw new RuleException($"{sound.Name} cannot be unpacked from the deck. Save the deck again, or add {sound.Name} as a file.");
        }
    }

    /// <summary>The message for a deck file that is too large.</summary>
    public static RuleException TooLarge(string name) =>
        new($"{name} is larger than {GreatestBytes / 1_000_000} MB. Split the deck, or save it with smaller pictures.");
}
