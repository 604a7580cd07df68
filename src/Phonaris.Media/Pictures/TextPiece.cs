using System.Globalization;
using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>An unbreakable part of a paragraph's text with one format, one typeface and one direction. Lengths are in points.</summary>
internal sealed class TextPiece
{
    /// <summary>The size of superscript and subscript, relative to normal text.</summary>
    private const double RaisedSize = 0.66;

    private readonly TextRun _run;
    private readonly SKFont _font;
    private readonly ShapedText _shaped;
    private readonly string _text;
    private readonly int _start;
    private readonly double _scale;

    /// <summary>Shapes a part of a text.</summary>
    /// <param name="text">The paragraph's text.</param>
    /// <param name="start">Where the part begins.</param>
    /// <param name="length">Its length in UTF-16 units.</param>
    /// <param name="run">Its format.</param>
    /// <param name="face">Its typeface.</param>
    /// <param name="level">Its embedding level.</param>
    /// <param name="scale">The scale of sizes.</param>
    public TextPiece(string text, int start, int length, TextRun run, SKTypeface face, byte level, double scale)
    {
        (_text, _start, _run, _scale, Level, Length) = (text, start, run, scale, level, length);
        _font = FontOf(face, run, run.Size * scale * (run.Raised != 0 ? RaisedSize : 1));
        (Ascent, Height) = HeightOf(_font);
        _shaped = Shaper.Shape(text, start, length, _font, level % 2 == 1);
        Spacing = run.Spacing * scale;
        Width = _shaped.Width + Spacing * _shaped.Advances.Count(a => a > 0);
        IsSpace = string.IsNullOrWhiteSpace(text.Substring(start, length));
    }

    /// <summary>Its width; for a tab, the distance to its tab stop.</summary>
    public double Width { get; set; }

    public double Ascent { get; }

    public double Height { get; }

    public byte Level { get; }

    public int Length { get; }

    /// <summary>Whether it consists of spaces, which are invisible at the end of a line.</summary>
    public bool IsSpace { get; }

    /// <summary>Whether it is a tab.</summary>
    public bool IsTab => _text[_start] == '\t';

    /// <summary>Its glyphs; 0 if the typeface lacks one.</summary>
    public IReadOnlyList<ushort> Glyphs => _shaped.Glyphs;

    private double Spacing { get; }

    /// <summary>Splits it so that the first part fits a width, never within a character.</summary>
    /// <param name="room">The width.</param>
    /// <returns>The part that fits, and the rest; null if it cannot be split.</returns>
    public (TextPiece Fits, TextPiece Over)? Cut(double room)
    {
        var (at, width) = (0, 0.0);
        while (at < Length)
        {
            var next = at + StringInfo.GetNextTextElementLength(_text.AsSpan(_start + at, Length - at));
            for (var i = at; i < next; i++) width += _shaped.Advances[i] + (_shaped.Advances[i] > 0 ? Spacing : 0);
            if (width > room && at > 0) break;
            at = next;
        }
        return at >= Length ? null : (Part(0, at), Part(at, Length - at));
    }

    /// <summary>Draws the piece.</summary>
    public void Draw(SKCanvas canvas, double x, double baseline)
    {
        using var paint = new SKPaint { Color = new(_run.Color), IsAntialias = true };
        var y = baseline - _run.Raised * _run.Size;
        if (_run.Highlight is { } behind)
        {
            using var mark = new SKPaint { Color = new(behind), IsAntialias = true };
            canvas.DrawRect((float)x, (float)(baseline - Ascent), (float)Width, (float)Height, mark);
        }
        if (!IsSpace && _shaped.Glyphs.Length > 0)
        {
            using var builder = new SKTextBlobBuilder();
            builder.AddPositionedRun(_shaped.Glyphs, _font, Spacing == 0 ? _shaped.Points : [.. _shaped.Points.Select((p, i) => new SKPoint(p.X + (float)(i * Spacing), p.Y))]);
            using var blob = builder.Build();
            if (blob is not null) canvas.DrawText(blob, (float)x, (float)y, paint);
            if (blob is not null && _run.Outline is { } line)
            {
                using var pen = new SKPaint { Color = new(line.Color), IsStroke = true, StrokeWidth = (float)(line.Width * _scale), StrokeJoin = SKStrokeJoin.Round, IsAntialias = true };
                canvas.DrawText(blob, (float)x, (float)y, pen);
            }
        }
        var thick = (float)Math.Max(0.5, _run.Size / 18);
        if (_run.Underlined) canvas.DrawRect((float)x, (float)y + thick * 1.5f, (float)Width, thick, paint);
        if (_run.Struck) canvas.DrawRect((float)x, (float)(y - Ascent * 0.32), (float)Width, thick, paint);
    }

    /// <summary>The ascent and descent of a line, also of an empty one.</summary>
    public static (double Ascent, double Height) HeightOf(TextRun run, double scale)
    {
        using var font = FontOf(Typefaces.Find(run.Font, run.Bold, run.Italic), run, run.Size * scale);
        return HeightOf(font);
    }

    private TextPiece Part(int from, int length) => new(_text, _start + from, length, _run, _font.Typeface, Level, _scale);

    private static (double Ascent, double Height) HeightOf(SKFont font) => (-font.Metrics.Ascent, font.Metrics.Descent - font.Metrics.Ascent + font.Metrics.Leading);

    // Without hinting, so that lines break at the same places at every size.
    private static SKFont FontOf(SKTypeface face, TextRun run, double size) => new(face, (float)size)
    {
        SkewX = run.Italic && !face.IsItalic ? -0.2f : 0,
        Embolden = run.Bold && !face.IsBold,
        Subpixel = true,
        LinearMetrics = true,
        Hinting = SKFontHinting.None,
    };
}
