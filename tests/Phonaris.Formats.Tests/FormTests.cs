using System.Xml.Linq;
using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using Phonaris.Formats.Decks;
using static Phonaris.Formats.Tests.PresentationMaker;

namespace Phonaris.Formats.Tests;

/// <summary>The outlines of shapes: those of the standards by name, and custom ones.</summary>
public sealed class FormTests : MadeDecks
{
    [Fact]
    public void Custom_shapes_are_followed_point_by_point()
    {
        var form = Pptx("""
            <a:custGeom><a:pathLst><a:path w="200" h="100"><a:moveTo><a:pt x="0" y="0"/></a:moveTo><a:lnTo><a:pt x="200" y="0"/></a:lnTo>
            <a:quadBezTo><a:pt x="200" y="100"/><a:pt x="100" y="100"/></a:quadBezTo><a:arcTo wR="50" hR="50" stAng="0" swAng="10800000"/><a:close/></a:path></a:pathLst></a:custGeom>
            """)[0].Outline;
        // On its shape, which is half as large as its own coordinates.
        Assert.Equal((100.0, 50.0), (form.Width, form.Height));
        Assert.Equal([PenMoveKind.Move, PenMoveKind.Line, PenMoveKind.Curve, PenMoveKind.Curve, PenMoveKind.Curve, PenMoveKind.Close], form.Parts[0].Path.Select(m => m.Kind));
        // Half an ellipse of radius 50 from (100, 100) there: it ends a diameter to the left.
        Assert.Equal((0.0, 50.0), (Math.Round(form.Parts[0].Path[4].X, 6), Math.Round(form.Parts[0].Path[4].Y, 6)));
    }

    [Theory]
    [InlineData(200, 100), InlineData(40, 300), InlineData(90, 90)]
    public void Every_preset_shape_stays_near_its_box(double width, double height)
    {
        using var definitions = typeof(DeckFormats).Assembly.GetManifestResourceStream("PresetShapes.xml")!;
        var names = XElement.Load(definitions).Elements().Select(e => e.Name.LocalName).ToList();
        Assert.Equal(187, names.Count);
        Maker("all.pptx", string.Concat(names.Select(n => Shape(3, 0, 0, width, height, $"<a:prstGeom prst=\"{n}\"/>"))));
        Assert.Empty(Read("all.pptx").NotDrawn);
        foreach (var (name, form) in names.Zip(Draw("all.pptx").Shapes.Select(s => s.Outline)))
        {
            // The pointers of callouts and the lines of titles extend by less than half of the longer side.
            var (across, down) = (form.Width / width, form.Height / height);
            var reach = Math.Max(width, height) / 2;
            Assert.All(form.Parts.SelectMany(p => p.Path).Where(m => m.Kind != PenMoveKind.Close), m => Assert.True(
                m.X / across >= -reach && m.X / across <= width + reach && m.Y / down >= -reach && m.Y / down <= height + reach, name));
            Assert.True(form.Room is not { } room || room.Left <= room.Right && room.Top <= room.Bottom, name);
        }
    }

    [Fact]
    public void A_shape_uses_its_adjustments()
    {
        // An arrow of 200 by 100 with a shaft of three quarters and a head as long as it is high.
        var arrow = Pptx("""<a:prstGeom prst="rightArrow"><a:avLst><a:gd name="adj1" fmla="val 75000"/><a:gd name="adj2" fmla="val 100000"/></a:avLst></a:prstGeom>""", size: (200, 100))[0].Outline;
        Assert.Equal(
            [(0.0, 12.5), (100, 12.5), (100, 0), (200, 50), (100, 100), (100, 87.5), (0, 87.5)],
            arrow.Parts.Single().Path.Where(m => m.Kind != PenMoveKind.Close).Select(m => (Math.Round(m.X, 6), Math.Round(m.Y, 6))));
        // Its text is in the shaft, and in the head as far as that is as high.
        Assert.Equal((0.0, 12.5, 125.0, 87.5), arrow.Room is { } room ? (room.Left, room.Top, Math.Round(room.Right, 6), room.Bottom) : default);
        // A custom shape with the same formulas gives the same outline.
        var own = Pptx("""
            <a:custGeom><a:avLst><a:gd name="a" fmla="val 3"/></a:avLst><a:gdLst><a:gd name="x" fmla="*/ w a 4"/><a:gd name="y" fmla="?: a vc b"/></a:gdLst>
            <a:pathLst><a:path fill="darken"><a:moveTo><a:pt x="x" y="y"/></a:moveTo><a:lnTo><a:pt x="r" y="b"/></a:lnTo></a:path><a:path stroke="0"><a:moveTo><a:pt x="l" y="t"/></a:moveTo></a:path></a:pathLst></a:custGeom>
            """, size: (200, 100))[0].Outline;
        Assert.Equal([(PartFill.Darker, true), (PartFill.Plain, false)], own.Parts.Select(p => (p.Fill, p.Stroked)));
        Assert.Equal((150.0, 50.0), (Math.Round(own.Parts[0].Path[0].X, 6), Math.Round(own.Parts[0].Path[0].Y, 6)));
    }

    [Fact]
    public void A_custom_shape_of_OpenDocument_follows_its_path()
    {
        // A ring as thick as its modifier says, an arc, and a quadrant; with their own coordinates.
        Odp(PathOf("own.odp"), "", """
            <draw:page draw:master-page-name="Night"><draw:custom-shape svg:x="1cm" svg:y="1cm" svg:width="4cm" svg:height="2cm"><text:p>In it</text:p>
            <draw:enhanced-geometry svg:viewBox="0 0 200 100" draw:type="non-primitive" draw:modifiers="25" draw:text-areas="?f0 ?f0 175 75" draw:mirror-horizontal="true"
              draw:enhanced-path="U 100 50 100 50 0 360 Z U 100 50 ?f1 ?f0 0 360 Z N M 0 0 X 100 50 200 100 F N">
              <draw:equation draw:name="f0" draw:formula="$0"/><draw:equation draw:name="f1" draw:formula="if(hasfill,max(?f0 *2,sqrt(16)),-(3+4)*bottom)"/></draw:enhanced-geometry></draw:custom-shape></draw:page>
            """);
        var shape = DeckFormats.Draw(PathOf("own.odp"), MediaTypes.Odp, [1])[0].Shapes[0];
        Assert.True(shape.Box.FlipX);
        Assert.Equal((200.0, 100.0, new TextRoom(25, 25, 175, 75)), (shape.Outline.Width, shape.Outline.Height, shape.Outline.Room));
        Assert.Equal([PartFill.Plain, PartFill.None], shape.Outline.Parts.Select(p => p.Fill));
        var moves = shape.Outline.Parts[0].Path.Where(m => m.Kind != PenMoveKind.Close).Select(m => (X: Math.Round(m.X, 3), Y: Math.Round(m.Y, 3))).ToList();
        // Twice around, starting at the right: the outer one touches the box, the inner one is within by the formulas.
        Assert.Contains((200.0, 50.0), moves);
        Assert.Contains((0.0, 50.0), moves);
        Assert.Contains((150.0, 50.0), moves);
        Assert.Contains((100.0, 75.0), moves);
        // One quadrant starts along x, the next along y.
        var quarters = shape.Outline.Parts[1].Path.Where(m => m.Kind == PenMoveKind.Curve).ToList();
        Assert.Equal((0.0, 50.0, 200.0, 100.0), (quarters[0].Y1, quarters[0].Y, quarters[1].X, quarters[1].Y));
        Assert.True(quarters[1].X1 == quarters[0].X && quarters[0].X2 == quarters[0].X);
    }

    [Fact]
    public void Unknown_shapes_are_reported_and_keep_their_box()
    {
        Maker("odd.pptx", Shape(3, 0, 0, 10, 10, """<a:prstGeom prst="wiggle"/>"""));
        Assert.Equal(["Slide 1: a shape (wiggle) is drawn as a rectangle."], Read("odd.pptx").NotDrawn);
        Assert.Equal((Outlines.Rectangle, null), (Draw("odd.pptx").Shapes[0].Outline, Draw("odd.pptx").Shapes[0].Fill));
    }

    [Fact]
    public void OpenDocument_shapes_are_drawn_by_path_or_by_name()
    {
        Odp(PathOf("free.odp"), "", """
            <draw:page draw:master-page-name="Night">
            <draw:path svg:x="0cm" svg:y="0cm" svg:width="2cm" svg:height="2cm" svg:viewBox="0 0 100 100" svg:d="M0 0 L100 0 Q100 100 0 100 A50 50 0 0 1 0 0 Z"/>
            <draw:path svg:x="0cm" svg:y="0cm" svg:width="2cm" svg:height="2cm" svg:viewBox="0 0 100 100" svg:d="M0 0 C10 0 90 100 100 100"/>
            <draw:custom-shape svg:x="0cm" svg:y="0cm" svg:width="4cm" svg:height="2cm"><draw:enhanced-geometry draw:type="ooxml-heart"/></draw:custom-shape>
            <draw:custom-shape svg:x="0cm" svg:y="0cm" svg:width="4cm" svg:height="2cm"><draw:enhanced-geometry draw:type="unheard-of"/></draw:custom-shape></draw:page>
            """);
        var shapes = DeckFormats.Draw(PathOf("free.odp"), MediaTypes.Odp, [1])[0].Shapes;
        var closed = shapes[0].Outline.Parts[0];
        Assert.Equal((PenMoveKind.Move, PenMoveKind.Line, PenMoveKind.Curve), (closed.Path[0].Kind, closed.Path[1].Kind, closed.Path[2].Kind));
        // Half a circle to the left of the box: it extends 50 beyond.
        Assert.InRange(closed.Path.Where(m => m.Kind == PenMoveKind.Curve).Min(m => m.X), -50.5, -49.5);
        Assert.Equal(PartFill.None, shapes[1].Outline.Parts[0].Fill);
        Assert.Contains(shapes[2].Outline.Parts[0].Path, m => m.Kind == PenMoveKind.Curve);
        Assert.Null(shapes[3].Fill);
        Assert.Equal(["Slide 1: a shape (unheard-of) is drawn as a rectangle."], Read("free.odp").NotDrawn);
    }
}
