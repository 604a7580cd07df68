using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using Phonaris.Formats.Decks;

namespace Phonaris.Formats.Tests;

/// <summary>A deck by another writer (<c>make-field-notes.mjs</c>): what it was told to write, in inches, is what is drawn, in points.</summary>
public sealed class WrittenElsewhereTests
{
    private const double Inch = 72;

    private readonly IReadOnlyList<SlideDrawing> _slides = DeckFormats.Draw(Path.Combine(AppContext.BaseDirectory, "field-notes.pptx"), MediaTypes.Pptx, [1, 2, 3, 4]);

    [Fact]
    public void Shapes_have_their_positions()
    {
        var (slide, shapes) = (_slides[0], _slides[0].Shapes);
        Assert.Equal((10 * Inch, 5.625 * Inch, new SolidPaint(0xFF101820)), (slide.Width, slide.Height, slide.Background));
        Assert.Equal(
            (new Box(Inch, Inch, 2 * Inch, Inch), new SolidPaint(0xFFC0392B), new Line(0xFFF4EFE3, 2, [])), (shapes[0].Box, shapes[0].Fill, shapes[0].Line));
        // An arrow whose head is half as long as it is high, over half of its height, half transparent.
        var arrow = shapes[1].Outline.Parts[0].Path.Where(m => m.Kind != PenMoveKind.Close).Select(m => (X: m.X / shapes[1].Outline.Width, Y: m.Y / shapes[1].Outline.Height)).ToList();
        Assert.Contains((1.0, 0.5), arrow);
        Assert.Contains(arrow, p => Math.Abs(p.X - 5 / 6.0) < 1e-9 && p.Y == 0);
        Assert.Equal((new SolidPaint(0x801F5C4D), null, "to the lamp", Align.Center, Anchor.Middle), (shapes[1].Fill, shapes[1].Line, Words(shapes[1]), shapes[1].Text!.Paragraphs[0].Align, shapes[1].Text!.Anchor));
        Assert.Equal(new Line(0xFFD9772B, 3, [4, 3], new(LineEndKind.Oval), new(LineEndKind.Triangle)), shapes[2].Line);
    }

    [Fact]
    public void A_table_has_columns_colours_and_merged_cells()
    {
        var shape = _slides[1].Shapes.Single();
        var table = shape.Table!;
        Assert.Equal((Inch, Inch), (shape.Box.X, shape.Box.Y));
        Assert.Equal([Inch, 2 * Inch], table.Columns.Select(c => Math.Round(c, 3)));
        Assert.Equal([(0, 0, 1), (0, 1, 1), (1, 0, 2), (2, 0, 1), (2, 1, 1)], table.Cells.Select(c => (c.Row, c.Column, c.ColumnSpan)));
        Assert.Equal([new SolidPaint(0xFF1F5C4D), new SolidPaint(0xFF1F5C4D), null, null, null], table.Cells.Select(c => c.Fill));
        Assert.All(table.Cells, c => Assert.Equal((0xFF999999u, 1.0), (c.Left!.Color, c.Top!.Width)));
        var head = table.Cells[0].Text!.Paragraphs[0].Runs[0];
        Assert.Equal(("Night", 12.0, true, 0xFFFFFFFFu), (head.Text, head.Size, head.Bold, head.Color));
        Assert.Equal(Align.Center, table.Cells[2].Text!.Paragraphs[0].Align);
    }

    [Fact]
    public void Chart_columns_have_the_right_heights()
    {
        var bars = _slides[2].Shapes.Where(s => s.Fill == new SolidPaint(0xFF7B3F68)).Select(s => s.Box).ToList();
        Assert.Equal(2, bars.Count);
        Assert.Equal(2, bars[1].Height / bars[0].Height, 0.001);
        Assert.Equal(bars[0].Y + bars[0].Height, bars[1].Y + bars[1].Height, 0.001);
        Assert.All(bars, b => Assert.True(b.X > Inch && b.X + b.Width < 6 * Inch && b.Y > Inch && b.Y + b.Height < 4 * Inch));
        Assert.Superset(new HashSet<string> { "Hawk", "Lappet", "0", "20" }, _slides[2].Shapes.Where(s => s.Text is not null).Select(Words).ToHashSet());
    }

    [Fact]
    public void Text_has_its_format()
    {
        var (words, list) = (_slides[3].Shapes[0].Text!, _slides[3].Shapes[1].Text!);
        var runs = words.Paragraphs[0].Runs;
        Assert.Equal(Anchor.Bottom, words.Anchor);
        Assert.All(runs, r => Assert.Equal(("Georgia", 20.0, 0xFF203040u), (r.Font, r.Size, r.Color)));
        Assert.Equal(
            [("H", 0, false, false, 0, null, null), ("2", -0.4, false, false, 0, null, null), ("O ", 0, true, false, 0, null, null), ("struck", 0, false, true, 0, null, null), ("marked", 0, false, false, 3, 0xFFFFFF00u, null), ("edged", 0, false, false, 0.0, (uint?)null, new Line(0xFFC0392B, 1, []))],
            runs.Select(r => (r.Text, r.Raised, r.Underlined, r.Struck, r.Spacing, r.Highlight, r.Outline)));
        Assert.Equal([("1.", "one", 27.0, -27.0), ("2.", "two", 27, -27)], list.Paragraphs.Select(p => (p.Bullet!.Text, p.Runs[0].Text, p.Margin, p.Indent)));
    }

    private static string Words(DrawnShape shape) => string.Concat(shape.Text!.Paragraphs[0].Runs.Select(r => r.Text));
}
