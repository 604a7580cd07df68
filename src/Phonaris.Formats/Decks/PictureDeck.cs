using Phonaris.Core.Shows;
using SkiaSharp;

namespace Phonaris.Formats.Decks;

/// <summary>A picture file (PNG, JPEG, WebP): one slide, named after the file. Only its header is read here.</summary>
internal sealed class PictureDeck : IDeckFormat
{
    /// <summary>The greatest width or height of a picture, in pixels.</summary>
    public const int LongestSide = 20_000;

    /// <summary>The most pixels of a picture: a hundred million.</summary>
    public const long MostPixels = 100_000_000;

    public bool Recognises(DeckFile file, ReadOnlySpan<byte> head) => TypeOf(head) is not null;

    public Deck Read(DeckFile file)
    {
        using var codec = SKCodec.Create(file.Path)
            ?? throw new RuleException($"{file.Name} is damaged. Save it again as PNG, JPEG or WebP.");
        var (width, height) = (codec.Info.Width, codec.Info.Height);
        if (codec.EncodedOrigin is >= SKEncodedOrigin.LeftTop) (width, height) = (height, width);
        CheckSize(file.Name, width, height);
        var head = new byte[16];
        using (var stream = File.OpenRead(file.Path)) stream.ReadAtLeast(head, head.Length, throwOnEndOfStream: false);
        return Slide(file, TypeOf(head)!, width, height);
    }

    /// <summary>A deck with one slide from a picture file.</summary>
    public static Deck Slide(DeckFile file, string type, int width, int height) => new(
        [new(1, Names.FromFile(file.Name), "", "", null, false, DeckStep.Whole, null, new PictureSource(file.Media, type, 1, width, height))], []);

    /// <summary>Rejects pictures that are too large to draw.</summary>
    /// <exception cref="RuleException">It is too large.</exception>
    public static void CheckSize(string name, int width, int height)
    {
        if (width > LongestSide || height > LongestSide || (long)width * height > MostPixels)
            throw new RuleException(
                $"{name} is {width:N0} × {height:N0} pixels. A picture can have {LongestSide:N0} pixels on a side and 100 million in all. Save it smaller.");
    }

    private static string? TypeOf(ReadOnlySpan<byte> head) =>
        head.StartsWith((ReadOnlySpan<byte>)[0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A]) ? MediaTypes.Png
        : head.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8, 0xFF]) ? MediaTypes.Jpeg
        : head.Length >= 12 && head.StartsWith("RIFF"u8) && head[8..].StartsWith("WEBP"u8) ? MediaTypes.WebP
        : null;
}
