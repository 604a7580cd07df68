using System.Text;
using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using Phonaris.Media.Pictures;
using SkiaSharp;

namespace Phonaris.Media.Tests;

/// <summary>Slide drawings, painted: colours at computed positions.</summary>
public sealed class DrawingPainterTests : IDisposable
{
    private const uint Pine = 0xFF1F5C4D, Apricot = 0xFFD9772B;

    private readonly Sandbox _box = new();

    [Fact]
    public async Task Shapes_are_rotated_and_mirrored()
    {
        using var picture = await PaintAsync(
        [
            new(new(10, 10, 40, 20), Outlines.Rectangle, new SolidPaint(Pine), null, null),
            // Rotated by 90° about its centre (100, 50): upright then, from 20 to 80.
            new(new(70, 40, 60, 20, 90), Outlines.Rectangle, new SolidPaint(Apricot), null, null),
            // A triangle with its right angle at the lower left, mirrored to the right.
            new(new(140, 10, 40, 40, 0, FlipX: true), Outlines.Polygon((0, 0), (1, 1), (0, 1)), new SolidPaint(Pine), null, null),
        ]);
        Assert.Equal(Pine, At(picture, 12, 12));
        Assert.Equal(0xFFFFFFFF, At(picture, 55, 12));
        Assert.Equal((Apricot, 0xFFFFFFFF), (At(picture, 100, 25), At(picture, 75, 50)));
        Assert.Equal((Pine, 0xFFFFFFFF), (At(picture, 175, 45), At(picture, 145, 15)));
    }

    [Fact]
    public async Task Pictures_are_cropped_and_gradients_have_their_direction()
    {
        using var halves = new SKBitmap(20, 10);
        for (var x = 0; x < 20; x++)
            for (var y = 0; y < 10; y++) halves.SetPixel(x, y, new SKColor(x < 10 ? Pine : Apricot));
        var data = halves.Encode(SKEncodedImageFormat.Png, 90).ToArray();
        using var picture = await PaintAsync(
        [
            new(new(0, 0, 50, 50), Outlines.Rectangle, new PicturePaint(data, 0.5, 0, 0, 0), null, null),
            new(new(60, 0, 100, 20), Outlines.Rectangle, new GradientPaint([new(0, 0xFF000000), new(1, 0xFFFFFFFF)], 0, false), null, null),
        ]);
        Assert.Equal((Apricot, Apricot), (At(picture, 4, 4), At(picture, 45, 45)));
        Assert.InRange(At(picture, 85, 10) & 0xFF, 0x35u, 0x50u);
        Assert.InRange(At(picture, 135, 10) & 0xFF, 0xB0u, 0xCAu);
    }

    [Fact]
    public async Task A_shape_has_holes_shades_a_line_and_a_text_box()
    {
        ValueList<PenMove> Square(double from, double to) =>
            [new(PenMoveKind.Move, from, from), new(PenMoveKind.Line, to, from), new(PenMoveKind.Line, to, to), new(PenMoveKind.Line, from, to), new(PenMoveKind.Close, 0, 0)];
        var text = new TextBody([new([new TextRun("mm", 10, 0xFF000000, "Arial")], Align.Left, 0, 0, null, 0, 0, 1)], 0, 0, 0, 0, Anchor.Top, Wraps: true, Shrinks: false);
        using var picture = await PaintAsync(
        [
            // A frame around a hole, drawn in the same direction; above it a line without fill.
            new(new(0, 0, 40, 40), new(40, 40, [new([.. Square(0, 40), .. Square(10, 30)], Stroked: false), new([new(PenMoveKind.Move, 0, 20), new(PenMoveKind.Line, 40, 20)], PartFill.None)]),
                new SolidPaint(Pine), new Line(Apricot, 4, []), null),
            // Two shades of its fill.
            new(new(50, 0, 40, 40), new(2, 1, [new([.. Square(0, 1)], PartFill.Darker, false), new([.. Square(1, 2)], PartFill.Lighter, false)]), new SolidPaint(0xFF808080), null, null),
            // Text in the right half of a shape; in a mirrored one in the left, and not mirrored itself.
            new(new(100, 0, 40, 40), Outlines.Rectangle with { Room = new(0.5, 0.5, 1, 1) }, null, null, text),
            new(new(150, 0, 40, 40, 0, FlipX: true), Outlines.Rectangle with { Room = new(0.5, 0.5, 1, 1) }, null, null, text),
        ]);
        Assert.Equal((Pine, 0xFFFFFFFF, Apricot), (At(picture, 5, 5), At(picture, 15, 15), At(picture, 20, 20)));
        Assert.Equal((0xFF4D4D4D, 0xFFB3B3B3), (At(picture, 60, 20), At(picture, 80, 60)));
        Assert.True(Ink(picture, 119, 140, 20, 40) > 20 && Ink(picture, 100, 118, 0, 40) == 0, "It stands in its room.");
        Assert.True(Ink(picture, 150, 170, 20, 40) > 20 && Ink(picture, 171, 190, 0, 40) == 0, "Its room is mirrored with it.");
    }

    [Fact]
    public async Task Shadows_do_not_rotate_with_their_shape()
    {
        var shadow = new Shadow(0xFF808080, 0, 10, 0);
        using var picture = await PaintAsync(
        [
            new(new(10, 10, 20, 20), Outlines.Rectangle, new SolidPaint(Pine), null, null) { Shadow = shadow },
            new(new(60, 10, 20, 20, 90), Outlines.Rectangle, new SolidPaint(Pine), null, null) { Shadow = shadow },
            new(new(110, 10, 20, 20), Outlines.Rectangle, new SolidPaint(Pine), null, null) { Shadow = shadow with { Blur = 8 } },
            // Text without a shape casts its own shadow.
            new(new(10, 60, 60, 30), Outlines.Rectangle, null, null, new([new([new TextRun("mm", 20, Pine, "Arial")], Align.Left, 0, 0, null, 0, 0, 1)], 0, 0, 0, 0, Anchor.Top, Wraps: true, Shrinks: false)) { Shadow = shadow with { X = 0, Y = 20 } },
        ]);
        foreach (var x in new[] { 10, 60 })
            Assert.Equal((Pine, 0xFF808080, 0xFFFFFFFF, 0xFFFFFFFF), (At(picture, x + 10, 20), At(picture, x + 25, 20), At(picture, x + 35, 20), At(picture, x - 5, 20)));
        // A soft edge: about half as dark at its original position.
        Assert.InRange(At(picture, 140, 20) & 0xFF, 0xA0u, 0xE0u);
        Assert.True(Ink(picture, 10, 45, 85, 105) > 50, "The shadow of the words lies below them.");
    }

    [Fact]
    public async Task Text_flows_into_columns_and_has_picture_bullets()
    {
        using var dot = new SKBitmap(8, 8);
        dot.Erase(new SKColor(Apricot));
        var bullet = new Bullet("•", Pine) { Picture = new(dot.Encode(SKEncodedImageFormat.Png, 90).ToArray(), 0, 0, 0, 0) };
        Paragraph Line(Bullet? led) => new([new TextRun("mm", 20, Pine, "Arial")], Align.Left, led is null ? 0 : 20, led is null ? 0 : -20, led, 0, 0, 1);
        // Four lines of 23 in columns of 50: two in each.
        var text = new TextBody([Line(bullet), Line(null), Line(null), Line(null)], 0, 0, 0, 0, Anchor.Top, Wraps: true, Shrinks: false) { Columns = 2, ColumnGap = 20 };
        using var picture = await PaintAsync([new(new(0, 0, 180, 50), Outlines.Rectangle, null, null, text)]);
        Assert.Equal(Apricot, At(picture, 5, 12));
        Assert.True(Ink(picture, 20, 56, 0, 23) > 50 && Ink(picture, 0, 36, 23, 46) > 50, "Two lines stand in the first column.");
        Assert.True(Ink(picture, 100, 136, 0, 23) > 50 && Ink(picture, 100, 136, 23, 46) > 50 && Ink(picture, 0, 190, 47, 100) == 0, "Two stand in the second, from its top.");
    }

    [Fact]
    public async Task Pictures_are_recoloured_and_areas_patterned()
    {
        using var halves = new SKBitmap(20, 10);
        for (var x = 0; x < 20; x++)
            for (var y = 0; y < 10; y++) halves.SetPixel(x, y, x < 10 ? SKColors.Black : SKColors.White);
        var data = halves.Encode(SKEncodedImageFormat.Png, 90).ToArray();
        using var greys = new SKBitmap(1, 2);
        greys.Pixels = [new SKColor(0xFFA0A0A0), new SKColor(0xFF606060)];
        DrawnShape Shown(double x, Recoloring how) => new(new(x, 0, 40, 20), Outlines.Rectangle, new PicturePaint(data, 0, 0, 0, 0) { Recolored = how }, null, null);
        using var picture = await PaintAsync(
        [
            Shown(0, new(Pine, Apricot)), Shown(50, new(Brightness: 0.25)), Shown(100, new(Contrast: -0.5)),
            new(new(150, 0, 40, 20), Outlines.Rectangle, new SolidPaint(Apricot), null, null), Shown(150, new(Cleared: 0xFFFFFFFF)),
            new(new(140, 40, 10, 40), Outlines.Rectangle, new PicturePaint(greys.Encode(SKEncodedImageFormat.Png, 90).ToArray(), 0, 0, 0, 0) { Recolored = new(Threshold: 0.5) }, null, null),
            // One row of eight, one column of two; and half of all dots.
            new(new(0, 40, 60, 60), Outlines.Rectangle, new PatternPaint("horz", Pine, 0xFFFFFFFF), null, null),
            new(new(70, 40, 60, 60), Outlines.Rectangle, new PatternPaint("pct50", Pine, 0xFFFFFFFF), null, null),
        ]);
        Assert.Equal((Pine, Apricot), (At(picture, 5, 10), At(picture, 35, 10)));
        Assert.Equal((0xFF404040, 0xFFFFFFFF), (At(picture, 55, 10), At(picture, 85, 10)));
        Assert.Equal((0xFF404040, 0xFFBFBFBF), (At(picture, 105, 10), At(picture, 135, 10)));
        // White becomes transparent, and of two greys the lighter becomes white.
        Assert.Equal((0xFF000000, Apricot), (At(picture, 155, 10), At(picture, 185, 10)));
        Assert.Equal((0xFFFFFFFF, 0xFF000000), (At(picture, 145, 50), At(picture, 145, 70)));
        Assert.Equal(60 * 2 * 60 * 2 / 8.0, Ink(picture, 0, 60, 40, 100), 600.0);
        Assert.Equal(60 * 2 * 60 * 2 / 2.0, Ink(picture, 70, 130, 40, 100), 600.0);
    }

    [Fact]
    public async Task Pictures_are_tiled_and_radial_gradients_drawn()
    {
        using var halves = new SKBitmap(40, 1);
        halves.Pixels = [.. Enumerable.Repeat(new SKColor(Pine), 20), .. Enumerable.Repeat(new SKColor(Apricot), 20)];
        var dots = new PicturePaint(halves.Encode(SKEncodedImageFormat.Png, 90).ToArray(), 0, 0, 0, 0);
        GradientPaint outward = new([new(0, 0xFF000000), new(1, 0xFFFFFFFF)], 0, Radial: true);
        using var picture = await PaintAsync(
        [
            // From 5 points before the right edge back: 20 wide, of which the left half is pine.
            new(new(0, 0, 70, 20), Outlines.Rectangle, dots with { Tiled = new(20, 20, 1, 0, -5, 0) }, null, null),
            new(new(100, 0, 80, 20), Outlines.Rectangle, dots with { Tiled = new(20, 20, 0, 0, 0, 0, MirroredAcross: true) }, null, null),
            new(new(0, 40, 60, 60), Outlines.Rectangle, outward, null, null),
            new(new(100, 40, 60, 60), Outlines.Rectangle, outward with { Center = (1, 0) }, null, null),
        ]);
        Assert.Equal([Apricot, Pine, Apricot, Pine, Apricot, Pine], new[] { 2.0, 8, 18, 28, 58, 68 }.Select(x => At(picture, x, 10)));
        Assert.Equal([Pine, Apricot, Apricot, Pine, Pine], new[] { 103.0, 117, 123, 137, 143 }.Select(x => At(picture, x, 10)));
        // Half-way to a corner is middle grey; seen from its own corner, the opposite one is white.
        Assert.InRange(At(picture, 15, 55) & 0xFF, 0x7Cu, 0x84u);
        Assert.True((At(picture, 30, 70) & 0xFF) < 8 && (At(picture, 159, 41) & 0xFF) < 12 && (At(picture, 101, 99) & 0xFF) > 0xF0);
    }

    [Fact]
    public async Task Both_metafile_formats_are_drawn()
    {
        DrawnShape Shown(double x, byte[] file) => new(new(x, 0, 80, 60), Outlines.Rectangle, new PicturePaint(file, 0, 0, 0, 0), null, null);
        using var picture = await PaintAsync([Shown(0, Metafiles.Wmf()), Shown(100, Metafiles.Emf()), Shown(0, [.. Metafiles.Emf().Take(60)]) with { Box = new(0, 70, 20, 20) }]);
        // A rectangle from one eighth to seven eighths across, and from one sixth to five sixths down.
        foreach (var (left, color) in new[] { (0, Metafiles.SeaGreen), (100, Metafiles.Pine) })
        {
            Assert.Equal([false, true, true, true, false], new[] { 7.0, 13, 40, 67, 73 }.Select(x => At(picture, left + x, 30) == color));
            Assert.Equal([false, true, true, false], new[] { 7.0, 13, 47, 53 }.Select(y => At(picture, left + 40, y) == color));
        }
        // Damaged pictures are left out.
        Assert.Equal(0, Ink(picture, 0, 20, 70, 90));
    }

    [Theory]
    [InlineData("<g>", "</g>", 50_000), InlineData("<image href='data:image/svg+xml;base64,PHN2Zy8+'/>", "", 1)]
    [InlineData("<mask id='m0'><rect mask='url(#m1)'/><rect mask='url(#m1)'/></mask><mask id='m1'><rect mask='url(#m0)'/>", "</mask>", 300)]
    public async Task A_drawing_that_is_too_large_is_left_out(string open, string close, int times)
    {
        var file = Encoding.UTF8.GetBytes($"<svg xmlns='http://www.w3.org/2000/svg' width='20' height='20'><rect width='20' height='20'/>{string.Concat(Enumerable.Repeat(open, times))}{string.Concat(Enumerable.Repeat(close, times))}</svg>");
        using var picture = await PaintAsync([new(new(0, 0, 20, 20), Outlines.Rectangle, new PicturePaint(file, 0, 0, 0, 0), null, null)]);
        Assert.Equal(0, Ink(picture, 0, 20, 0, 20));
    }

    [Fact]
    public async Task Missing_letters_of_an_SVG_font_are_substituted()
    {
        static byte[] Words(string text) => Encoding.UTF8.GetBytes($"<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"180\" height=\"20\"><text x=\"2\" y=\"16\" font-family=\"Arial\" font-size=\"14\">{text}</text></svg>");
        async Task<int> PaintedAsync(string text)
        {
            using var picture = await PaintAsync([new(new(0, 0, 180, 20), Outlines.Rectangle, new PicturePaint(Words(text), 0, 0, 0, 0), null, null)]);
            return picture.Bytes.Aggregate(17, HashCode.Combine);
        }
        // Missing glyphs would be identical boxes, whatever the text.
        Assert.NotEqual(await PaintedAsync("a 飛蛾在 b"), await PaintedAsync("a 快速的 b"));
        Assert.NotEqual(await PaintedAsync("रात्र"), await PaintedAsync("रात्रि"));
    }

    [Fact]
    public void A_picture_is_decoded_once_at_the_size_needed()
    {
        using var large = new SKBitmap(600, 400);
        large.Erase(new SKColor(Pine));
        var data = large.Encode(SKEncodedImageFormat.Jpeg, 90).ToArray();
        var small = DecodedPictures.Of(data, 150, 100)!;
        Assert.Equal((150, 100), (small.Width, small.Height));
        Assert.Same(small, DecodedPictures.Of(data, 150, 100));
        // The same bytes from another slide, or another read of the file.
        Assert.Same(small, DecodedPictures.Of(data.ToArray(), 150, 100));
        Assert.Equal((600, 400), DecodedPictures.Of(data, 3000, 2000) is { } whole ? (whole.Width, whole.Height) : default);
        // Drawings have no size of their own; invalid pictures have none.
        var drawing = DecodedPictures.Of("<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"10\" height=\"10\"><rect width=\"10\" height=\"10\" fill=\"red\"/></svg>"u8.ToArray(), 300, 200)!;
        Assert.Equal((300, 200), (drawing.Width, drawing.Height));
        Assert.Null(DecodedPictures.Of("no picture"u8.ToArray(), 10, 10));
    }

    [Fact]
    public void Drawings_use_the_fonts_they_name()
    {
        var drawn = new[] { "Times New Roman", "Courier New", "Atkinson Hyperlegible Next", "Arial, sans-serif" }.Select(family =>
        {
            var svg = $"<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"200\" height=\"50\"><text x=\"5\" y=\"35\" font-size=\"30\" font-family=\"{family}\">Moth night</text></svg>";
            using var bitmap = SKBitmap.FromImage(DecodedPictures.Of(System.Text.Encoding.UTF8.GetBytes(svg), 200, 50)!);
            return Convert.ToHexString(System.Security.Cryptography.SHA256.HashData(bitmap.Bytes));
        }).ToList();
        Assert.Equal(drawn.Count, drawn.Distinct().Count());
    }

    [Fact]
    public async Task Lines_have_arrowheads_and_letters_have_outlines()
    {
        DrawnShape Drawn(double y, LineEnd end) => new(new(10, y, 50, 0), Outlines.Diagonal, null, new(Pine, 2, [], End: end), null);
        TextRun hollow = new("mm", 30, 0xFFFFFFFF, "Arial") { Outline = new(Apricot, 1, []) };
        using var picture = await PaintAsync(
        [
            Drawn(10, new(LineEndKind.Triangle, 5, 5)), Drawn(30, new(LineEndKind.Oval, 5, 5)), Drawn(50, new(LineEndKind.Open, 5, 5)), Drawn(70, new(LineEndKind.Barbed, 5, 5)),
            new(new(100, 0, 90, 40), Outlines.Rectangle, null, null, new([new([hollow], Align.Left, 0, 0, null, 0, 0, 1)], 0, 0, 0, 0, Anchor.Top, Wraps: true, Shrinks: false)),
        ]);
        // Ten points long and wide: a triangle is filled up to the end, an ellipse is centred on it, open arrowheads leave space behind their strokes.
        Assert.Equal([(true, false), (false, true), (false, false), (false, false)], new[] { 10.0, 30, 50, 70 }.Select(y => (At(picture, 51.5, y - 3) == Pine, At(picture, 63, y) == Pine)));
        Assert.Equal([true, true], new[] { 50.0, 70 }.Select(y => Ink(picture, 45, 60, (int)y - 6, (int)y - 2) > 5));
        Assert.True(Ink(picture, 100, 190, 0, 40) > 100, "White letters are seen by their outlines.");
    }

    [Fact]
    public async Task Steps_show_what_they_reveal()
    {
        ValueList<DrawnShape> shapes =
        [
            new(new(0, 0, 20, 20), Outlines.Rectangle, new SolidPaint(Pine), null, null, FromStep: 2),
            new(new(40, 0, 20, 20), Outlines.Rectangle, new SolidPaint(Apricot), null, null, ToStep: 1),
            // Lines of 23: the first disappears as the second appears.
            new(new(0, 40, 100, 50), Outlines.Rectangle, null, null, new([Line() with { ToStep = 1 }, Line() with { FromStep = 2 }], 0, 0, 0, 0, Anchor.Top, Wraps: true, Shrinks: false)),
        ];
        static Paragraph Line() => new([new TextRun("mm", 20, Pine, "Arial")], Align.Left, 0, 0, null, 0, 0, 1);
        using var first = await PaintAsync(shapes, 1);
        using var second = await PaintAsync(shapes, 2);
        using var whole = await PaintAsync(shapes, 0);
        Assert.Equal((0xFFFFFFFF, Apricot), (At(first, 10, 10), At(first, 50, 10)));
        Assert.Equal((Pine, 0xFFFFFFFF), (At(second, 10, 10), At(second, 50, 10)));
        Assert.Equal((Pine, 0xFFFFFFFF), (At(whole, 10, 10), At(whole, 50, 10)));
        Assert.Equal([(true, false), (false, true), (false, true)], new[] { first, second, whole }.Select(p => (Ink(p, 0, 100, 40, 63) > 50, Ink(p, 0, 100, 63, 86) > 50)));
    }

    [Fact]
    public async Task Text_is_centred_as_a_block_and_aligned_by_line()
    {
        Paragraph Line(string text) => new([new TextRun(text, 20, Pine, "Arial")], Align.Left, 0, 0, null, 0, 0, 1);
        using var picture = await PaintAsync(
        [
            new(new(0, 0, 180, 60), Outlines.Rectangle, null, null, new([Line("mmmm"), Line("m")], 0, 0, 0, 0, Anchor.Top, Wraps: true, Shrinks: false) { CenteredAcross = true }),
            new(new(80, 70, 20, 20), Outlines.Rectangle, null, null, new([Line("mmmm") with { Align = Align.Center }], 0, 0, 0, 0, Anchor.Top, Wraps: false, Shrinks: false)),
        ]);
        // Lines that do not wrap extend beyond their box on both sides.
        Assert.True(Ink(picture, 56, 75, 70, 95) > 50 && Ink(picture, 105, 124, 70, 95) > 50 && Ink(picture, 0, 56, 70, 95) == 0);
        // Four letters of 16.66 stand from 56.7 to 123.3; the one below begins with them.
        Assert.Equal([0, 0], new[] { (0, 56), (124, 180) }.Select(x => Ink(picture, x.Item1, x.Item2, 0, 46)));
        Assert.True(Ink(picture, 56, 75, 23, 46) > 50 && Ink(picture, 75, 180, 23, 46) == 0);
    }

    [Fact]
    public async Task Text_wraps_aligns_and_shrinks_until_it_fits()
    {
        DrawnShape Written(double x, string text, double size, Align align, bool shrinks) => new(
            new(x, 0, 90, 100), Outlines.Rectangle, null, null,
            new([new([new TextRun(text, size, Pine, "")], align, 0, 0, null, 0, 0, 1)], 0, 0, 0, 0, Anchor.Top, Wraps: true, shrinks));
        using var picture = await PaintAsync(
        [
            Written(0, "Wings", 14, Align.Left, false),
            Written(100, "Wings", 14, Align.Right, false),
        ]);
        Assert.True(Ink(picture, 0, 45, 0, 20) > 20 && Ink(picture, 48, 90, 0, 20) == 0, "On the left it stands at the left.");
        Assert.True(Ink(picture, 145, 190, 0, 20) > 20 && Ink(picture, 100, 140, 0, 20) == 0, "On the right it stands at the right.");
        var many = string.Join(' ', Enumerable.Repeat("wings", 24));
        using var wrapped = await PaintAsync([Written(0, many, 14, Align.Left, false)]);
        using var shrunk = await PaintAsync([Written(0, many, 14, Align.Left, true)]);
        Assert.True(Ink(wrapped, 0, 90, 101, 112) > 0, "It runs beyond its shape.");
        Assert.True(Ink(shrunk, 0, 90, 101, 112) == 0 && Ink(shrunk, 0, 90, 0, 100) > 50, "It is made smaller until it fits.");
    }

    [Fact]
    public async Task Table_rows_grow_with_their_contents()
    {
        TextBody Said(string text) => new([new([new TextRun(text, 10, Pine, "Arial")], Align.Left, 0, 0, null, 0, 0, 1)], 2, 3, 2, 3, Anchor.Top, Wraps: true, Shrinks: false);
        // "mmmm mmmm" is 33.3 + 2.8 + 33.3 points wide in this font and size, so it takes two lines in a width of 46; a line of it is 11.5 high.
        var table = new DrawnTable([50, 50], [20, 20, 20],
        [
            new(0, 0, 1, 1, new SolidPaint(Apricot), Said("mmmm mmmm mmmm")), new(0, 1, 1, 1, null, Said("m")),
            new(1, 0, 1, 2, new SolidPaint(Pine), null, Top: new Line(0xFF000000, 2, [])), new(2, 0, 1, 1, null, Said("m")), new(2, 1, 1, 1, new SolidPaint(Apricot), null),
        ]);
        Assert.Equal([3 * 11.5 + 6, 20, 20], TablePainter.Heights(table).Select(h => Math.Round(h, 2)));
        // A cell that spans rows needs no more than they have together.
        Assert.Equal([20, 20, 20], TablePainter.Heights(table with { Cells = [new(0, 0, 3, 1, null, Said("mmmm mmmm mmmm"))] }));
        using var picture = await PaintAsync([new(new(10, 5, 100, 60), Outlines.Rectangle, null, null, null) { Table = table }]);
        // From 5 to 45.5, to 65.5, to 85.5.
        Assert.Equal((Apricot, 0xFFFFFFFF), (At(picture, 12, 43), At(picture, 62, 43)));
        Assert.Equal((0xFF000000, Pine, Pine), (At(picture, 100, 45.4), At(picture, 12, 48), At(picture, 108, 64)));
        Assert.Equal((0xFFFFFFFF, Apricot), (At(picture, 50, 80), At(picture, 62, 84)));
    }

    [Fact]
    public async Task A_filling_picture_is_cropped_and_a_fitted_one_has_bars()
    {
        var slide = _box.Slide("a", SKColors.Red, 1000);
        using var whole = await _box.Pictures.FrameAsync(slide.Picture, 200, 200, CancellationToken.None);
        using var filled = await _box.Pictures.FrameAsync(slide.Picture with { Fills = true }, 200, 200, CancellationToken.None);
        Assert.Equal(0xFF000000, (uint)whole.GetPixel(100, 10));
        Assert.True(filled.GetPixel(100, 10).Red > 250 && filled.GetPixel(5, 195).Red > 250, "It fills the frame to its corners.");
    }

    public void Dispose() => _box.Dispose();

    private async Task<SKBitmap> PaintAsync(ValueList<DrawnShape> shapes, int step = 0)
    {
        var drawing = new SlideDrawing(200, 112.5, null, shapes, 2, []);
        var pictures = new SlidePictures(_box.Derived, _ => "none", new PagePainter((_, _, pages) => [.. pages.Select(_ => drawing)]));
        return await pictures.FrameAsync(new PictureSource("deck", MediaTypes.Pptx, 1, 200, 112, step), 400, 224, CancellationToken.None);
    }

    /// <summary>The colour at a point of the slide; a point is two pixels.</summary>
    private static uint At(SKBitmap picture, double x, double y) => (uint)picture.GetPixel((int)(x * 2), (int)(y * 2));

    private static int Ink(SKBitmap picture, int left, int right, int top, int bottom)
    {
        var dark = 0;
        for (var x = left * 2; x < right * 2; x++)
            for (var y = top * 2; y < Math.Min(bottom * 2, picture.Height); y++)
                if (picture.GetPixel(x, y).Green < 160) dark++;
        return dark;
    }
}
