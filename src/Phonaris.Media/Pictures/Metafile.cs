using System.Buffers.Binary;
using CliWrap;
using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>
/// Draws metafiles, pictures stored as drawing commands: enhanced ones with emf2svg-conv, older ones with wmf2svg of libwmf, both from Debian's
/// packages. They get only the file, with limits on time and memory. In the older format, colours become the nearest named CSS colours.
/// </summary>
internal static class Metafile
{
    private const int MostBytes = 30_000_000, MostSvgBytes = 60_000_000;

    private const long MostMemory = 1_000_000_000;

    private static readonly TimeSpan MostTime = TimeSpan.FromSeconds(5);

    /// <summary>The fonts that wmf2svg uses for measuring. The text is drawn in the fonts that its SVG names.</summary>
    private const string FontFolder = "/usr/share/fonts/truetype/liberation";

    private const string FontMap =
        """
        /Times-Roman (LiberationSerif-Regular.ttf) ;
        /Times-Bold (LiberationSerif-Bold.ttf) ;
        /Times-Italic (LiberationSerif-Italic.ttf) ;
        /Times-BoldItalic (LiberationSerif-BoldItalic.ttf) ;
        /Helvetica (LiberationSans-Regular.ttf) ;
        /Helvetica-Bold (LiberationSans-Bold.ttf) ;
        /Helvetica-Oblique (LiberationSans-Italic.ttf) ;
        /Helvetica-BoldOblique (LiberationSans-BoldItalic.ttf) ;
        /Courier (LiberationMono-Regular.ttf) ;
        /Courier-Bold (LiberationMono-Bold.ttf) ;
        /Courier-Oblique (LiberationMono-Italic.ttf) ;
        /Courier-BoldOblique (LiberationMono-BoldItalic.ttf) ;
        """;

    /// <summary>A metafile as an image of a size in pixels; null when it cannot be drawn.</summary>
    /// <param name="data">The picture file.</param>
    /// <param name="width">The width in pixels.</param>
    /// <param name="height">The height.</param>
    public static SKImage? TryDraw(byte[] data, int width, int height)
    {
        if (data.Length > MostBytes) return null;
        var folder = Directory.CreateTempSubdirectory("phonaris-");
        try
        {
            var path = Path.Combine(folder.FullName, "picture");
            var isEmf = PictureKinds.IsEmf(data);
            File.WriteAllBytes(path, isEmf ? data : Framed(data));
            var map = Path.Combine(folder.FullName, "fonts");
            File.WriteAllText(map, FontMap);
            using var svg = new MemoryStream();
            // Painters are synchronous; the tool runs for some hundredths of a second.
            (isEmf
                ? MediaTool.RunAsync("emf2svg-conv", ["-p", "-i", path, "-o", "/dev/stdout"], null, UpTo(svg, MostSvgBytes), MostTime, CancellationToken.None, MostMemory)
                : MediaTool.RunAsync("wmf2svg", ["--inline", $"--wmf-gs-fontmap={map}", $"--wmf-fontdir={FontFolder}", path], null, UpTo(svg, MostSvgBytes), MostTime, CancellationToken.None, MostMemory))
                .GetAwaiter().GetResult();
            return SvgPicture.TryDraw(svg.ToArray(), width, height);
        }
        catch (Exception e) when (e is MediaToolException or RuleException)
        {
            // The slide is shown without it, as without any damaged picture.
            return null;
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    /// <summary>Keeps the output of a program up to a limit and discards the rest.</summary>
    private static PipeTarget UpTo(MemoryStream kept, int most) => PipeTarget.Create(async (output, cancel) =>
    {
        var buffer = new byte[81920];
        int read;
        while ((read = await output.ReadAsync(buffer, cancel)) > 0)
            if (kept.Length + read <= most) kept.Write(buffer, 0, read);
    });

    /// <summary>
    /// An older metafile with an invisible frame of its declared size. Otherwise libwmf would scale the drawing up and lose its margins.
    /// </summary>
    private static byte[] Framed(byte[] data)
    {
        const int placeable = 22, header = 18;
        if (!PictureKinds.IsPlaceableWmf(data) || data.Length < placeable + header) return data;
        short Word(int at) => BinaryPrimitives.ReadInt16LittleEndian(data.AsSpan(at));
        var (left, top, right, bottom) = (Word(6), Word(8), Word(10), Word(12));
        using var framed = new MemoryStream();
        using var writer = new BinaryWriter(framed);
        writer.Write(data, 0, placeable + header);
        Record(0x001E); // save
        Record(0x020B, top, left); // the window's origin, downwards first
        Record(0x020C, (short)(bottom - top), (short)(right - left)); // and its size
        Record(0x02FA, 5, 0, 0, 0, 0); // a pen of style 5, which draws nothing
        Record(0x02FC, 1, 0, 0, 0); // a brush of style 1, likewise
        Record(0x012D, 0); // take the one
        Record(0x012D, 1); // and the other
        Record(0x041B, bottom, right, top, left); // a rectangle
        Record(0x0127, -1); // back to what was saved
        Record(0x01F0, 0); // deletes the pen
        Record(0x01F0, 1); // and brush
        var added = (framed.Length - placeable - header) / 2;
        writer.Write(data, placeable + header, data.Length - placeable - header);
        framed.Position = placeable + 6;
        writer.Write((uint)(BinaryPrimitives.ReadUInt32LittleEndian(data.AsSpan(placeable + 6)) + added));
        // Two more objects may be selected at once, and a record has up to eight words.
        writer.Write((ushort)(BinaryPrimitives.ReadUInt16LittleEndian(data.AsSpan(placeable + 10)) + 2));
        writer.Write(Math.Max(8, BinaryPrimitives.ReadUInt32LittleEndian(data.AsSpan(placeable + 12))));
        return framed.ToArray();

        void Record(ushort function, params ReadOnlySpan<short> words)
        {
            writer.Write((uint)(3 + words.Length));
            writer.Write(function);
            foreach (var word in words) writer.Write(word);
        }
    }
}
