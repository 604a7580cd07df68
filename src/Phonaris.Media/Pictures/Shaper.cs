using System.Collections.Concurrent;
using HarfBuzzSharp;
using SkiaSharp;
using SkiaSharp.HarfBuzz;

namespace Phonaris.Media.Pictures;

/// <summary>Turns characters into positioned glyphs with HarfBuzz: joined, combined and reordered as their script requires.</summary>
internal static class Shaper
{
    private static readonly ConcurrentDictionary<SKTypeface, Font> Fonts = new();

    /// <summary>Shapes a part of a text with one typeface and one direction.</summary>
    /// <param name="text">The text; the characters around the part affect how its letters join.</param>
    /// <param name="start">Where the part begins.</param>
    /// <param name="length">Its length in UTF-16 units.</param>
    /// <param name="font">The font.</param>
    /// <param name="rightToLeft">Whether it is read from right to left.</param>
    public static ShapedText Shape(string text, int start, int length, SKFont font, bool rightToLeft)
    {
        using var buffer = new HarfBuzzSharp.Buffer();
        buffer.AddUtf16(text, start, length);
        buffer.GuessSegmentProperties();
        buffer.Direction = rightToLeft ? Direction.RightToLeft : Direction.LeftToRight;
        var shaper = Fonts.GetOrAdd(font.Typeface, Open);
        lock (shaper) shaper.Shape(buffer);
        // In units of the typeface up to here, so that nothing is rounded.
        var scale = font.Size / font.Typeface.UnitsPerEm;
        var (infos, positions) = (buffer.GlyphInfos, buffer.GlyphPositions);
        var (glyphs, points, advances) = (new ushort[infos.Length], new SKPoint[infos.Length], new float[length]);
        var x = 0L;
        for (var g = 0; g < glyphs.Length; g++)
        {
            glyphs[g] = (ushort)infos[g].Codepoint;
            points[g] = new((x + positions[g].XOffset) * scale, -positions[g].YOffset * scale);
            x += positions[g].XAdvance;
            advances[infos[g].Cluster - start] += positions[g].XAdvance * scale;
        }
        return new(glyphs, points, x * scale, advances);
    }

    private static Font Open(SKTypeface face)
    {
        using var stream = face.OpenStream(out var index);
        using var blob = stream.ToHarfBuzzBlob();
        blob.MakeImmutable();
        using var opened = new Face(blob, index) { Index = index, UnitsPerEm = face.UnitsPerEm };
        var font = new Font(opened);
        font.SetScale(face.UnitsPerEm, face.UnitsPerEm);
        font.SetFunctionsOpenType();
        return font;
    }
}

/// <summary>Shaped text.</summary>
/// <param name="Glyphs">Its glyphs, from left to right; 0 if the typeface lacks one.</param>
/// <param name="Points">The position of each glyph, from the left end of the text.</param>
/// <param name="Width">How wide it is.</param>
/// <param name="Advances">The width of each UTF-16 unit; 0 for all but the first of a cluster.</param>
internal sealed record ShapedText(ushort[] Glyphs, SKPoint[] Points, float Width, float[] Advances);
