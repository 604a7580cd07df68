using System.Text;
using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Breaks a shape's text into lines and draws them. Lengths are in points.</summary>
internal sealed class TextLayout
{
    private const double SmallestScale = 0.3, ScaleStep = 0.92;

    private readonly List<Line> _lines = [];

    /// <summary>Lays text out in a width.</summary>
    private TextLayout(TextBody body, int step, double width, double scale)
    {
        foreach (var paragraph in body.Paragraphs.Where(p => step == 0 || p.FromStep <= step))
            Lay(paragraph, body.Wraps ? width : double.MaxValue, scale);
    }

    /// <summary>The height of all lines.</summary>
    public double Height => _lines.Sum(l => l.Before + l.Height + l.After);

    /// <summary>Lays text out in the room of a shape; text that shrinks is made smaller until it fits.</summary>
    /// <param name="body">The text.</param>
    /// <param name="step">How many steps are taken; 0 for all.</param>
    /// <param name="width">The room's width.</param>
    /// <param name="height">The room's height.</param>
    public static TextLayout Fit(TextBody body, int step, double width, double height)
    {
        // Sized with everything on it, so that text does not jump as its paragraphs appear.
        var scale = 1.0;
        while (body.Shrinks && scale > SmallestScale && new TextLayout(body, 0, width, scale).Height > height + 0.5) scale *= ScaleStep;
        return new(body, step, width, scale);
    }

    /// <summary>Draws the lines.</summary>
    /// <param name="canvas">Where.</param>
    /// <param name="x">The left of the room.</param>
    /// <param name="y">The top of the first line.</param>
    /// <param name="width">The room's width.</param>
    public void Draw(SKCanvas canvas, double x, double y, double width)
    {
        foreach (var line in _lines)
        {
            y += line.Before;
            var free = Math.Max(0, width - line.Margin - line.Width);
            var at = x + line.Margin + line.Align switch { Align.Center => free / 2, Align.Right => free, _ => 0 };
            if (line.Bullet is { } bullet) bullet.Draw(canvas, x + line.BulletAt, y + line.Ascent);
            var stretch = line.Align == Align.Justified && !line.Ends && line.Pieces.Count > 1 ? free / (line.Pieces.Count - 1) : 0;
            foreach (var piece in line.Pieces)
            {
                piece.Draw(canvas, at, y + line.Ascent);
                at += piece.Width + stretch;
            }
            y += line.Height + line.After;
        }
    }

    private void Lay(Paragraph paragraph, double width, double scale)
    {
        var first = _lines.Count;
        var current = new Line(paragraph.Margin + paragraph.Indent, paragraph.Align);
        if (paragraph.Bullet is { } bullet && paragraph.Runs.FirstOrDefault(r => r.Text.Trim().Length > 0) is { } led)
        {
            current.Bullet = new Piece(bullet.Text, led with { Color = bullet.Color, Underlined = false, Struck = false }, scale);
            current.BulletAt = paragraph.Margin + paragraph.Indent;
            current.Margin = Math.Max(paragraph.Margin, current.BulletAt + current.Bullet.Width + 2);
        }
        foreach (var run in paragraph.Runs)
            foreach (var word in Words(run.Text))
            {
                if (word == "\n")
                {
                    Break(run, ends: true);
                    continue;
                }
                var piece = new Piece(word, run, scale);
                if (current.Pieces.Count > 0 && current.Margin + current.Width + piece.InkWidth > width) Break(run, ends: false);
                if (current.Pieces.Count > 0 || word.Trim().Length > 0) current.Add(piece);
            }
        var last = paragraph.Runs.Count > 0 ? paragraph.Runs[^1] : new TextRun("", 18, 0xFF000000, "");
        Break(last, ends: true);
        _lines[first].Before = first == 0 ? 0 : paragraph.Before * scale;
        _lines[^1].After = paragraph.After * scale;

        void Break(TextRun run, bool ends)
        {
            current.Close(new Piece(" ", run, scale), paragraph.LineSpacing, ends);
            _lines.Add(current);
            current = new Line(paragraph.Margin, paragraph.Align);
        }
    }

    /// <summary>Words, each with the spaces behind it; line breaks by themselves; wide scripts by the character.</summary>
    private static IEnumerable<string> Words(string text)
    {
        var word = new StringBuilder();
        foreach (var c in text)
        {
            if (c is '\n' or '\v')
            {
                if (word.Length > 0) yield return word.ToString();
                word.Clear();
                yield return "\n";
                continue;
            }
            if (word.Length > 0 && word[^1] == ' ' && c != ' ')
            {
                yield return word.ToString();
                word.Clear();
            }
            word.Append(c == '\t' ? ' ' : c);
            if (c < 0x2E80 || char.IsSurrogate(c)) continue;
            yield return word.ToString();
            word.Clear();
        }
        if (word.Length > 0) yield return word.ToString();
    }

    private sealed class Line(double margin, Align align)
    {
        public List<Piece> Pieces { get; } = [];
        public Piece? Bullet { get; set; }
        public double BulletAt { get; set; }
        public double Margin { get; set; } = margin;
        public Align Align { get; } = align;
        public double Width { get; private set; }
        public double Ascent { get; private set; }
        public double Height { get; private set; }
        public double Before { get; set; }
        public double After { get; set; }
        public bool Ends { get; private set; }

        public void Add(Piece piece)
        {
            Pieces.Add(piece);
            Width += piece.Width;
        }

        public void Close(Piece strut, double spacing, bool ends)
        {
            Ends = ends;
            if (Pieces.Count > 0) Width -= Pieces[^1].Width - Pieces[^1].InkWidth;
            var tall = Pieces.Count > 0 ? Pieces.MaxBy(p => p.Height)! : strut;
            (Ascent, Height) = (tall.Ascent * spacing, tall.Height * spacing);
        }
    }

    /// <summary>A word in one look.</summary>
    private sealed class Piece
    {
        private readonly string _text;
        private readonly TextRun _run;
        private readonly SKTypeface _face;
        private readonly double _size;

        public Piece(string text, TextRun run, double scale)
        {
            (_text, _run) = (text, run);
            _size = run.Size * scale * (run.Raised != 0 ? 0.66 : 1);
            _face = Typefaces.Find(run.Font, run.Bold, run.Italic);
            if (text.EnumerateRunes().FirstOrDefault(r => r.Value > 0x7F && !Typefaces.Has(_face, r.Value)) is { Value: > 0 } missing)
                _face = Typefaces.WithCharacter(missing.Value) ?? _face;
            using var font = Font();
            var metrics = font.Metrics;
            Ascent = -metrics.Ascent;
            Height = metrics.Descent - metrics.Ascent + metrics.Leading;
            Width = font.MeasureText(text);
            InkWidth = text.EndsWith(' ') ? font.MeasureText(text.TrimEnd(' ')) : Width;
        }

        public double Width { get; }

        /// <summary>The width without the spaces behind it.</summary>
        public double InkWidth { get; }

        public double Ascent { get; }

        public double Height { get; }

        public void Draw(SKCanvas canvas, double x, double baseline)
        {
            using var paint = new SKPaint { Color = new(_run.Color), IsAntialias = true };
            using var font = Font();
            var y = baseline - _run.Raised * _run.Size;
            canvas.DrawText(_text, (float)x, (float)y, SKTextAlign.Left, font, paint);
            var thick = (float)Math.Max(0.5, _run.Size / 18);
            if (_run.Underlined) canvas.DrawRect((float)x, (float)y + thick * 1.5f, (float)Width, thick, paint);
            if (_run.Struck) canvas.DrawRect((float)x, (float)(y - Ascent * 0.32), (float)Width, thick, paint);
        }

        private SKFont Font() =>
            new(_face, (float)_size) { SkewX = _run.Italic && !_face.IsItalic ? -0.2f : 0, Embolden = _run.Bold && !_face.IsBold, Subpixel = true };
    }
}
