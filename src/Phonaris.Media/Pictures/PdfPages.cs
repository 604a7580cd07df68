using System.Globalization;
using System.Text;
using CliWrap;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Draws pages of a PDF with poppler's pdftoppm, as portable pixmaps because writing PNG would take most of the time.</summary>
internal static class PdfPages
{
    /// <summary>As many processes as there are cores, however many pictures a page of the app requests.</summary>
    private static readonly SemaphoreSlim Turn = new(Environment.ProcessorCount);

    /// <summary>The time limit for drawing a few pages.</summary>
    private const long MostBytes = 3_000_000_000;
    private static readonly TimeSpan MostTime = TimeSpan.FromSeconds(40);

    /// <summary>Draws consecutive pages.</summary>
    /// <param name="path">The PDF.</param>
    /// <param name="first">The first page, from 1.</param>
    /// <param name="last">The last page.</param>
    /// <param name="width">The pictures' width in pixels.</param>
    /// <param name="height">The pictures' height in pixels.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">A page cannot be drawn.</exception>
    public static async Task<IReadOnlyList<SKBitmap>> DrawAsync(
        string path, int first, int last, int width, int height, CancellationToken cancel)
    {
        using var stream = new MemoryStream();
        await Turn.WaitAsync(cancel);
        try
        {
            await MediaTool.RunAsync(
                "pdftoppm",
                ["-f", $"{first}", "-l", $"{last}", "-scale-to-x", $"{width}", "-scale-to-y", $"{height}", "-cropbox", path],
                null, PipeTarget.ToStream(stream), MostTime, cancel, MostBytes);
        }
        catch (MediaToolException)
        {
            throw new RuleException($"Page {first} of the PDF cannot be drawn. Save the deck as PDF again and add that file.");
        }
        finally
        {
            Turn.Release();
        }
        var bytes = stream.GetBuffer().AsMemory(0, (int)stream.Length);
        var pages = new List<SKBitmap>();
        while (!bytes.IsEmpty && pages.Count <= last - first)
        {
            var (bitmap, length) = Read(bytes.Span);
            pages.Add(bitmap);
            bytes = bytes[length..];
        }
        return pages.Count == last - first + 1
            ? pages
            : throw new RuleException($"Page {first + pages.Count} of the PDF cannot be drawn. Save the deck as PDF again and add that file.");
    }

    /// <summary>Reads a binary portable pixmap (P6, 8 bit): <c>P6 width height 255</c>, one white-space character, then RGB.</summary>
    private static (SKBitmap Bitmap, int Length) Read(ReadOnlySpan<byte> bytes)
    {
        var at = 0;
        if (Word(bytes, ref at) != "P6") throw new InvalidDataException("Not a portable pixmap.");
        var width = int.Parse(Word(bytes, ref at), CultureInfo.InvariantCulture);
        var height = int.Parse(Word(bytes, ref at), CultureInfo.InvariantCulture);
        if (Word(bytes, ref at) != "255") throw new InvalidDataException("Not an 8-bit pixmap.");
        var pixels = bytes.Slice(at, width * height * 3);
        var bitmap = Pixels.Opaque(width, height);
        var target = bitmap.GetPixelSpan();
        for (int i = 0, o = 0; i < pixels.Length; i += 3, o += Pixels.Bytes)
        {
            target[o + Pixels.Red] = pixels[i];
            target[o + Pixels.Green] = pixels[i + 1];
            target[o + Pixels.Blue] = pixels[i + 2];
            target[o + Pixels.Alpha] = 255;
        }
        return (bitmap, at + pixels.Length);

        static string Word(ReadOnlySpan<byte> bytes, ref int at)
        {
            var start = at;
            while (bytes[at] > ' ') at++;
            return Encoding.ASCII.GetString(bytes[start..at++]);
        }
    }
}
