using Phonaris.Core.Drawings;
using Phonaris.Formats.Decks.Presentations;

namespace Phonaris.Formats.Decks.Charts;

/// <summary>Collects the shapes that make up a chart. Positions are in points from the slide's top left corner.</summary>
/// <param name="frame">The box of the chart.</param>
/// <param name="from">The step with which it appears.</param>
/// <param name="to">The last step at which it is visible.</param>
internal sealed class ChartCanvas(Box frame, int from, int to)
{
    /// <summary>The height of a line of text, relative to its size.</summary>
    public const double LineHeight = 1.5;

    /// <summary>The size of markers, in points.</summary>
    public const double MarkRadius = 2.5;

    /// <summary>The approximate width of letters, relative to their size.</summary>
    private const double LetterWidth = 0.52;

    private readonly List<DrawnShape> _shapes = [];

    /// <summary>The shapes, from back to front.</summary>
    public IReadOnlyList<DrawnShape> Shapes => _shapes;

    /// <summary>The approximate width of text: of its longest line.</summary>
    public static double WidthOf(string words, double size) => words.Split('\n').Max(l => l.Length) * size * LetterWidth;

    /// <summary>A rectangle between two corners.</summary>
    public void Rectangle(double x1, double y1, double x2, double y2, Paint? fill, Line? line) =>
        _shapes.Add(new(new(Math.Min(x1, x2), Math.Min(y1, y2), Math.Abs(x2 - x1), Math.Abs(y2 - y1)), Outlines.Rectangle, fill, line, null, from, to));

    /// <summary>A circle around a point.</summary>
    public void Circle(double x, double y, double radius, Paint? fill, Line? line = null) =>
        _shapes.Add(new(new(x - radius, y - radius, 2 * radius, 2 * radius), Outlines.Ellipse, fill, line, null, from, to));

    /// <summary>A straight line.</summary>
    public void Straight(double x1, double y1, double x2, double y2, Line line)
    {
        var pen = new Pen();
        pen.MoveTo(x1, y1);
        pen.LineTo(x2, y2);
        Path(pen, null, line);
    }

    /// <summary>The path drawn by a pen.</summary>
    public void Path(Pen pen, Paint? fill, Line? line)
    {
        if (pen.Moves.Count == 0) return;
        ValueList<PenMove> moves = [.. pen.Moves.Select(m => m with { X = m.X - frame.X, Y = m.Y - frame.Y, X1 = m.X1 - frame.X, Y1 = m.Y1 - frame.Y, X2 = m.X2 - frame.X, Y2 = m.Y2 - frame.Y })];
        _shapes.Add(new(
            frame with { Turn = 0, FlipX = false, FlipY = false }, new(frame.Width, frame.Height, [new(moves, fill is null ? PartFill.None : PartFill.Plain)]), fill, line, null, from, to));
    }

    /// <summary>Text centred in a box, without line breaking.</summary>
    public void Words(string words, TextRun looks, Box box, Align align, double turn = 0)
    {
        if (words.Length == 0) return;
        _shapes.Add(new(
            box, Outlines.Rectangle, null, null,
            new([new([looks with { Text = words }], align, 0, 0, null, 0, 0, 1)], 0, 0, 0, 0, Anchor.Middle, Wraps: false, Shrinks: false, turn), from, to));
    }
}
