using System.Globalization;
using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Breaks a shape's text into lines and draws them. Lengths are in points.</summary>
internal sealed class TextLayout
{
    private const double SmallestScale = 0.3, ScaleStep = 0.92;

    /// <summary>The longest word. Longer ones are cut, so that breaking them stays fast.</summary>
    private const int MostInPiece = 64;

    private readonly List<TextLine> _lines = [];

    private readonly bool _wraps;
    private readonly int _columns;
    private readonly double _gap;

    /// <summary>Lays out text in a width.</summary>
    private TextLayout(TextBody body, double width, double scale)
    {
        (_wraps, _columns, _gap) = (body.Wraps, Math.Max(1, body.Columns), body.ColumnGap);
        foreach (var paragraph in body.Paragraphs) Lay(paragraph, body.Wraps ? width : double.MaxValue, scale);
    }

    /// <summary>The lines, from the top.</summary>
    public IReadOnlyList<TextLine> Lines => _lines;

    /// <summary>The height of all lines, one below the other.</summary>
    private double Total => _lines.Sum(l => l.Before + l.Height + l.After);

    /// <summary>The width of its widest line, with its margin.</summary>
    public double Widest => _lines.Select(l => l.Margin + l.Width).DefaultIfEmpty().Max();

    /// <summary>Its approximate height in columns.</summary>
    public double Height => Total / _columns;

    /// <summary>Lays out text in a shape's box; autofit text is made smaller until it fits.</summary>
    /// <param name="body">The text.</param>
    /// <param name="width">The width of the box.</param>
    /// <param name="height">The height of the box.</param>
    public static TextLayout Fit(TextBody body, double width, double height)
    {
        var scale = 1.0;
        var layout = new TextLayout(body, width, scale);
        while (body.Shrinks && scale > SmallestScale && layout.Height > height + 0.5) layout = new(body, width, scale *= ScaleStep);
        return layout;
    }

    /// <summary>Draws the visible lines; hidden lines keep their space.</summary>
    /// <param name="canvas">The canvas.</param>
    /// <param name="step">The number of steps shown; 0 for all.</param>
    /// <param name="x">The left of the box.</param>
    /// <param name="y">The top of the first line.</param>
    /// <param name="width">The width of a column.</param>
    /// <param name="height">The height of the box, after which the next column begins.</param>
    public void Draw(SKCanvas canvas, int step, double x, double y, double width, double height)
    {
        var (top, column) = (y, 1);
        foreach (var line in _lines)
        {
            if (column < _columns && y > top && y + line.Before + line.Height > top + height + 0.5)
            {
                (x, y) = (x + width + _gap, top);
                column++;
            }
            else y += line.Before;
            if (!line.IsThere(step))
            {
                y += line.Height + line.After;
                continue;
            }
            // Centred lines that do not wrap extend beyond their box on both sides.
            var free = _wraps ? Math.Max(0, width - line.Margin - line.Width) : width - line.Margin - line.Width;
            var aside = line.Align switch { Align.Center => free / 2, Align.Right => free, Align.Justified when line.RightToLeft => free, _ => 0 };
            var blanks = line.Pieces.Count(p => p.IsSpace);
            var stretch = line.Align == Align.Justified && !line.Ends && blanks > 0 ? free / blanks : 0;
            if (stretch > 0) aside = 0;
            // Right-to-left text has its margin on the right.
            var at = x + aside + (line.RightToLeft ? 0 : line.Margin);
            if (line.Bullet is { } bullet) Lead(canvas, line, bullet, line.RightToLeft ? x + width - line.BulletAt - bullet.Width : x + line.BulletAt, y + line.Ascent);
            foreach (var piece in line.Pieces)
            {
                piece.Draw(canvas, at, y + line.Ascent);
                at += piece.Width + (piece.IsSpace ? stretch : 0);
            }
            y += line.Height + line.After;
        }
    }

    private static void Lead(SKCanvas canvas, TextLine line, TextPiece bullet, double x, double baseline)
    {
        if (line.BulletPicture is not { } picture) bullet.Draw(canvas, x, baseline);
        else
        {
            // As high as a capital letter, standing on the baseline.
            var side = (float)(bullet.Ascent * 0.75);
            DrawingPainter.Place(canvas, picture, SKRect.Create((float)x, (float)baseline - side, side, side));
        }
    }

    private void Lay(Paragraph paragraph, double width, double scale)
    {
        var first = _lines.Count;
        var current = new TextLine(paragraph, paragraph.Margin + paragraph.Indent);
        var text = string.Concat(paragraph.Runs.Select(r => r.Text.Replace('\v', '\n')));
        if (paragraph.Bullet is { } bullet && paragraph.Runs.FirstOrDefault(r => r.Text.Trim().Length > 0) is { } led)
            current.Lead(Led(bullet, led, paragraph.RightToLeft, scale), bullet.Picture);
        var runs = RunsOf(paragraph, text.Length);
        foreach (var word in Words(text, runs, TextFlow.Levels(text, paragraph.RightToLeft), scale))
        {
            if (word.Pieces.Count > 0) Put(word.Pieces);
            if (word.Ends) Break(runs[Math.Min(word.End, text.Length) - 1], ends: true);
        }
        Break(paragraph.Runs.Count > 0 ? paragraph.Runs[^1] : new TextRun("", 18, 0xFF000000, ""), ends: true);
        _lines[first].Before = first == 0 ? 0 : paragraph.Before * scale;
        _lines[^1].After = paragraph.After * scale;

        void Put(List<TextPiece> pieces)
        {
            var ink = pieces.Where((_, i) => i <= pieces.FindLastIndex(p => !p.IsSpace)).Sum(p => p.Width);
            if (current.Pieces.Any(p => !p.IsSpace) && current.Margin + current.Width + ink > width) Break(runs[0], ends: false);
            foreach (var piece in pieces)
            {
                var rest = piece;
                // A word longer than a line is broken anywhere.
                while (ink > width && !rest.IsSpace && current.Margin + current.Width + rest.Width > width && rest.Cut(width - current.Margin - current.Width) is { } cut)
                {
                    current.Add(cut.Fits, scale);
                    Break(runs[0], ends: false);
                    rest = cut.Over;
                }
                current.Add(rest, scale);
            }
        }

        void Break(TextRun run, bool ends)
        {
            current.Close(run, scale, ends);
            _lines.Add(current);
            current = new TextLine(paragraph, paragraph.Margin);
        }
    }

    private static TextPiece Led(Bullet bullet, TextRun by, bool rightToLeft, double scale)
    {
        var run = by with { Text = bullet.Text, Color = bullet.Color, Underlined = false, Struck = false, Highlight = null, Size = by.Size * bullet.Scale };
        return new(bullet.Text, 0, bullet.Text.Length, run, Typefaces.For(bullet.Text, [run.Font, .. run.OtherFonts], run.Bold, run.Italic), (byte)(rightToLeft ? 1 : 0), scale);
    }

    /// <summary>The run of each UTF-16 unit.</summary>
    private static TextRun[] RunsOf(Paragraph paragraph, int length)
    {
        var runs = new TextRun[length];
        var at = 0;
        foreach (var run in paragraph.Runs)
        {
            runs.AsSpan(at, run.Text.Length).Fill(run);
            at += run.Text.Length;
        }
        return runs;
    }

    /// <summary>The next unbreakable unit: its pieces, its end, and whether the line ends there.</summary>
    private readonly record struct Word(List<TextPiece> Pieces, int End, bool Ends);

    private static IEnumerable<Word> Words(string text, TextRun[] runs, byte[] levels, double scale)
    {
        var start = 0;
        foreach (var end in TextFlow.Breaks(text))
        {
            var stop = end;
            while (stop > start && text[stop - 1] is '\n' or '\r' or '\u2028') stop--;
            yield return new(Pieces(text, start, stop, runs, levels, scale), end, stop < end);
            start = end;
        }
    }

    /// <summary>Pieces of one format, typeface and direction; spaces and each tab are separate pieces.</summary>
    private static List<TextPiece> Pieces(string text, int start, int end, TextRun[] runs, byte[] levels, double scale)
    {
        List<TextPiece> pieces = [];
        var (from, face, own, ownOf) = (start, (SKTypeface?)null, (SKTypeface?)null, (TextRun?)null);
        for (var at = start; at < end;)
        {
            var run = runs[at];
            if (!ReferenceEquals(run, ownOf)) (own, ownOf) = (Typefaces.Find(run.Font, run.Bold, run.Italic), run);
            var length = StringInfo.GetNextTextElementLength(text.AsSpan(at, end - at));
            // Every typeface is assumed to have the ASCII letters.
            var plain = length == 1 && text[at] <= '\x7F' || char.IsWhiteSpace(text[at]);
            var next = plain ? own : Typefaces.For(text.Substring(at, length), [run.Font, .. run.OtherFonts], run.Bold, run.Italic);
            if (at > from && (at - from >= MostInPiece || next != face || run != runs[from] || levels[at] != levels[from] || char.IsWhiteSpace(text[at]) != char.IsWhiteSpace(text[from]) || text[at] == '\t' || text[from] == '\t'))
            {
                Add(at);
                from = at;
            }
            face = next;
            at += length;
        }
        if (end > from) Add(end);
        return pieces;

        void Add(int to) => pieces.Add(new(text, from, to - from, runs[from], face!, levels[from], scale));
    }
}
