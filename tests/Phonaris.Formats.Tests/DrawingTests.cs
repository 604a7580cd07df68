using DocumentFormat.OpenXml.Packaging;
using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using Phonaris.Formats.Decks;
using SkiaSharp;
using static Phonaris.Formats.Tests.PresentationMaker;

namespace Phonaris.Formats.Tests;

/// <summary>Details of slide drawings: lines, tables, pictures, lists, backgrounds.</summary>
public sealed class DrawingTests : MadeDecks
{
    [Fact]
    public void Lines_have_colours_dashes_and_arrowheads()
    {
        var line = Pptx("""<a:prstGeom prst="line"/><a:ln w="38100"><a:solidFill><a:srgbClr val="7B3F68"/></a:solidFill><a:prstDash val="dash"/><a:headEnd type="none"/><a:tailEnd type="triangle"/></a:ln>""", " flipH=\"1\"")[0];
        Assert.Equal(new Line(0xFF7B3F68, 3, [4, 3], End: new(LineEndKind.Triangle)), line.Line);
        Assert.True(line.Box.FlipX && line.Outline.Parts.Single().Path.All(m => m.Kind != PenMoveKind.Close));
        Assert.Null(line.Fill);
        Assert.Null(Pptx("<a:ln><a:noFill/></a:ln>")[0].Line);
    }

    [Theory]
    [InlineData("""<a:solidFill><a:srgbClr val="808080"><a:lumMod val="50000"/><a:lumOff val="25000"/></a:srgbClr></a:solidFill>""", 0xFF808080u)]
    [InlineData("""<a:solidFill><a:srgbClr val="000000"><a:tint val="25000"/></a:srgbClr></a:solidFill>""", 0xFFBFBFBFu)]
    [InlineData("""<a:solidFill><a:srgbClr val="FF8040"><a:shade val="50000"/></a:srgbClr></a:solidFill>""", 0xFF804020u)]
    [InlineData("""<a:solidFill><a:prstClr val="dkGreen"/></a:solidFill>""", 0xFF006400u)]
    [InlineData("""<a:solidFill><a:sysClr val="window"/></a:solidFill>""", 0xFFFFFFFFu)]
    [InlineData("""<a:solidFill><a:scrgbClr r="100000" g="0" b="50000"/></a:solidFill>""", 0xFFFF0080u)]
    [InlineData("""<a:solidFill><a:hslClr hue="7200000" sat="100000" lum="50000"/></a:solidFill>""", 0xFF00FF00u)]
    [InlineData("""<a:solidFill><a:schemeClr val="accent2"><a:alpha val="40000"/></a:schemeClr></a:solidFill>""", 0x667B3F68u)]
    public void Colours_are_computed(string fill, uint color)
    {
        var solid = Assert.IsType<SolidPaint>(Pptx(fill)[0].Fill);
        foreach (var shift in new[] { 0, 8, 16, 24 }) Assert.InRange((int)(solid.Color >> shift & 0xFF) - (int)(color >> shift & 0xFF), -1, 1);
    }

    [Fact]
    public void Gradients_keep_the_order_of_stops_and_direction()
    {
        var gradient = Assert.IsType<GradientPaint>(Pptx("""<a:gradFill><a:gsLst><a:gs pos="100000"><a:srgbClr val="000000"/></a:gs><a:gs pos="0"><a:srgbClr val="FFFFFF"/></a:gs></a:gsLst><a:lin ang="5400000"/></a:gradFill>""")[0].Fill);
        Assert.Equal([0.0, 1.0], gradient.Stops.Select(s => s.At));
        Assert.Equal((90.0, false), (gradient.Angle, gradient.Radial));
    }

    [Fact]
    public void Unsupported_effects_are_reported()
    {
        const string text = "<a:txBody><a:bodyPr/><a:p/></a:txBody>";
        static string Table(string line) => $"""<p:graphicFrame><p:nvGraphicFramePr><p:cNvPr id="4" name="t"/></p:nvGraphicFramePr><p:xfrm><a:off x="0" y="0"/><a:ext cx="127000" cy="127000"/></p:xfrm><a:graphic><a:graphicData><a:tbl><a:tblGrid><a:gridCol w="127000"/></a:tblGrid><a:tr h="127000"><a:tc>{text}<a:tcPr><a:lnTlToBr w="12700">{line}</a:lnTlToBr></a:tcPr></a:tc></a:tr></a:tbl></a:graphicData></a:graphic></p:graphicFrame>""";
        Maker("looks.pptx", Shape(3, 0, 0, 10, 10, """<a:prstGeom prst="rect"/><a:effectLst><a:softEdge rad="12700"/></a:effectLst>""") + Table("""<a:solidFill><a:srgbClr val="AA0000"/></a:solidFill>"""));
        Assert.Equal(["Slide 1: a glow, a soft edge or a reflection is left out.", "Slide 1: a diagonal line of a table is left out."], Read("looks.pptx").NotDrawn);
        Maker("plain.pptx", Table("<a:noFill/>"));
        Assert.Empty(Read("plain.pptx").NotDrawn);

        void Glowing(string radius) => Odp(PathOf("glow.odp"), $"""<style:style style:name="g" style:family="graphic"><style:graphic-properties loext:glow-radius="{radius}" xmlns:loext="urn:any"/></style:style>""", """
            <draw:page draw:master-page-name="Night"><draw:rect draw:style-name="g" svg:x="0cm" svg:y="0cm" svg:width="2cm" svg:height="2cm"/></draw:page>
            """);
        Glowing("0.2cm");
        Assert.Equal(["Slide 1: a glow or a soft edge is left out."], Read("glow.odp").NotDrawn);
        Glowing("0cm");
        Assert.Empty(Read("glow.odp").NotDrawn);
    }

    [Fact]
    public void Tables_have_merged_cells_and_theme_defaults()
    {
        Maker("table.pptx", """
            <p:graphicFrame><p:nvGraphicFramePr><p:cNvPr id="4" name="t"/><p:nvPr/></p:nvGraphicFramePr><p:xfrm><a:off x="0" y="0"/><a:ext cx="2540000" cy="1270000"/></p:xfrm><a:graphic><a:graphicData uri="table"><a:tbl>
            <a:tblPr firstRow="1" bandRow="1"><a:tableStyleId>{one}</a:tableStyleId></a:tblPr><a:tblGrid><a:gridCol w="1270000"/><a:gridCol w="1270000"/></a:tblGrid>
            <a:tr h="635000"><a:tc gridSpan="2"><a:txBody><a:bodyPr/><a:p><a:r><a:t>Kinds</a:t></a:r></a:p></a:txBody><a:tcPr anchor="ctr"/></a:tc><a:tc hMerge="1"><a:tcPr/></a:tc></a:tr>
            <a:tr h="635000"><a:tc><a:txBody><a:bodyPr/><a:p><a:r><a:t>Hawk</a:t></a:r></a:p></a:txBody><a:tcPr marL="0"><a:solidFill><a:srgbClr val="FFFFFF"/></a:solidFill></a:tcPr></a:tc><a:tc><a:tcPr/></a:tc></a:tr></a:tbl></a:graphicData></a:graphic></p:graphicFrame>
            """);
        var table = Draw("table.pptx").Shapes.Single().Table!;
        Assert.Equal(([100.0, 100], [50.0, 50]), (table.Columns, table.Rows));
        Assert.Equal([(0, 0, 1, 2), (1, 0, 1, 1), (1, 1, 1, 1)], table.Cells.Select(c => (c.Row, c.Column, c.RowSpan, c.ColumnSpan)));
        var (first, second, third) = (table.Cells[0], table.Cells[1], table.Cells[2]);
        Assert.Equal((new SolidPaint(0xFF804020), Anchor.Middle, 0xFFFAF6ECu), (first.Fill, first.Text!.Anchor, first.Text!.Paragraphs[0].Runs[0].Color));
        Assert.Equal((new SolidPaint(0xFFFFFFFF), 0.0), (second.Fill, second.Text!.Left));
        Assert.Equal(0x40804020u, Assert.IsType<SolidPaint>(third.Fill).Color);

        // If the deck contains the style, from that: its outer and inner lines, its bold first row, its second band.
        using (var deck = PresentationDocument.Open(PathOf("table.pptx"), isEditable: true))
        using (var styles = new StreamWriter(deck.PresentationPart!.AddNewPart<TableStylesPart>().GetStream()))
            styles.Write("""
                <a:tblStyleLst xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main" def="{one}"><a:tblStyle styleId="{one}" styleName="One">
                <a:wholeTbl><a:tcTxStyle><a:srgbClr val="101010"/></a:tcTxStyle><a:tcStyle><a:tcBdr><a:left><a:ln w="12700"><a:solidFill><a:srgbClr val="00AA00"/></a:solidFill></a:ln></a:left><a:insideV><a:ln w="25400"><a:solidFill><a:srgbClr val="0000AA"/></a:solidFill></a:ln></a:insideV></a:tcBdr><a:fill><a:solidFill><a:srgbClr val="EEEEEE"/></a:solidFill></a:fill></a:tcStyle></a:wholeTbl>
                <a:band1H><a:tcStyle><a:fill><a:solidFill><a:srgbClr val="DDDDDD"/></a:solidFill></a:fill></a:tcStyle></a:band1H>
                <a:firstRow><a:tcTxStyle b="on"><a:srgbClr val="FFFFFF"/></a:tcTxStyle><a:tcStyle><a:tcBdr><a:bottom><a:ln w="38100"><a:solidFill><a:srgbClr val="AA0000"/></a:solidFill></a:ln></a:bottom></a:tcBdr></a:tcStyle></a:firstRow></a:tblStyle></a:tblStyleLst>
                """);
        table = Draw("table.pptx").Shapes.Single().Table!;
        (first, third) = (table.Cells[0], table.Cells[2]);
        Assert.Equal((true, 0xFFFFFFFFu, new SolidPaint(0xFFEEEEEE)), (first.Text!.Paragraphs[0].Runs[0].Bold, first.Text.Paragraphs[0].Runs[0].Color, first.Fill));
        Assert.Equal((new Line(0xFF00AA00, 1, []), null, new Line(0xFFAA0000, 3, [])), (first.Left, first.Right, first.Bottom));
        Assert.Equal((new SolidPaint(0xFFDDDDDD), new Line(0xFF0000AA, 2, []), null), (third.Fill, third.Left, third.Right));
    }

    [Fact]
    public void Text_has_direction_spacing_and_highlight()
    {
        Assert.Equal(new Line(0xFFC0392B, 1, []), Pptx("", body: """<a:p><a:r><a:rPr><a:ln w="12700"><a:solidFill><a:srgbClr val="C0392B"/></a:solidFill></a:ln></a:rPr><a:t>edge</a:t></a:r></a:p>""")[0].Text!.Paragraphs[0].Runs[0].Outline);
        var text = Pptx("", body: """
            <a:p><a:pPr rtl="1" algn="r"><a:lnSpc><a:spcPts val="2400"/></a:lnSpc><a:buSzPct val="75000"/><a:buChar char="–"/><a:tabLst><a:tab pos="1270000"/><a:tab pos="635000"/></a:tabLst></a:pPr>
            <a:r><a:rPr lang="ja-JP" spc="300" sz="2000"><a:highlight><a:srgbClr val="FFFF00"/></a:highlight><a:latin typeface="One Face"/><a:ea typeface="East Face"/><a:cs typeface="+mn-cs"/></a:rPr><a:t>שלום</a:t></a:r></a:p>
            <a:p><a:r><a:rPr cap="small" sz="2000"/><a:t>Moth Night</a:t></a:r></a:p>
            """)[0].Text!;
        var (first, small) = (text.Paragraphs[0], text.Paragraphs[1]);
        Assert.Equal((true, Align.Right, 24.0, 1.0, 0.75), (first.RightToLeft, first.Align, first.LineHeight, first.LineSpacing, first.Bullet!.Scale));
        Assert.Equal([50.0, 100], first.Tabs);
        Assert.Equal((3.0, 0xFFFFFF00u, "One Face"), (first.Runs[0].Spacing, first.Runs[0].Highlight, first.Runs[0].Font));
        // The font of the run, then the theme's for its language, then its own East Asian one.
        Assert.Equal(["East Face", "Lantern Gothic", "Lantern Song"], first.Runs[0].OtherFonts);
        Assert.Equal(["Lantern Song"], small.Runs[0].OtherFonts);
        Assert.Equal([("M", 20.0), ("OTH", 16), (" N", 20), ("IGHT", 16)], small.Runs.Select(r => (r.Text, Math.Round(r.Size, 6))));

        Odp(PathOf("words.odp"),
            """
            <style:style style:name="P" style:family="paragraph"><style:paragraph-properties style:writing-mode="rl-tb" fo:text-align="start" fo:line-height="30pt"><style:tab-stops><style:tab-stop style:position="2cm"/></style:tab-stops></style:paragraph-properties></style:style>
            <style:style style:name="T" style:family="text"><style:text-properties fo:font-size="20pt" fo:letter-spacing="2pt" fo:background-color="#ffee00" style:text-position="super 58%" fo:font-family="'One Face', serif" style:font-family-asian="East Face"/></style:style>
            <style:style style:name="S" style:family="text"><style:text-properties fo:font-size="20pt" fo:font-variant="small-caps" style:text-position="-25% 58%"/></style:style>
            <style:style style:name="U" style:family="text"><style:text-properties fo:text-transform="uppercase"/></style:style>
            """,
            """
            <draw:page draw:master-page-name="Night"><draw:frame svg:x="0cm" svg:y="0cm" svg:width="10cm" svg:height="5cm"><draw:text-box>
            <text:p text:style-name="P"><text:span text:style-name="T">a</text:span><text:tab/><text:s text:c="3"/><text:span text:style-name="S">Ab</text:span><text:span text:style-name="U">up</text:span></text:p></draw:text-box></draw:frame></draw:page>
            """);
        var paragraph = DeckFormats.Draw(PathOf("words.odp"), MediaTypes.Odp, [1])[0].Shapes[0].Text!.Paragraphs[0];
        Assert.Equal((true, Align.Right, 30.0), (paragraph.RightToLeft, paragraph.Align, paragraph.LineHeight));
        Assert.Equal(56.69, paragraph.Tabs.Single(), 0.01);
        Assert.Equal(["a", "\t", "   ", "A", "B", "UP"], paragraph.Runs.Select(r => r.Text));
        var run = paragraph.Runs[0];
        Assert.Equal((2.0, 0xFFFFEE00u, 0.33, "One Face", "East Face"), (run.Spacing, run.Highlight, run.Raised, run.Font, run.OtherFonts.Single()));
        Assert.Equal((-0.25, 16.0), (paragraph.Runs[4].Raised, paragraph.Runs[4].Size));
    }

    [Fact]
    public void Shadows_patterns_and_colour_effects_are_imported()
    {
        // A quarter turn from the right is down; an empty effect list means no effects.
        var shadow = Pptx("""<a:effectLst><a:outerShdw blurRad="50800" dist="38100" dir="5400000"><a:srgbClr val="000000"><a:alpha val="40000"/></a:srgbClr></a:outerShdw></a:effectLst>""")[0].Shadow!;
        Assert.Equal((0x66000000u, 4.0, 0.0, 3.0), (shadow.Color, shadow.Blur, Math.Round(shadow.X, 6), Math.Round(shadow.Y, 6)));
        Assert.Null(Pptx("<a:effectLst/>")[0].Shadow);
        // A shape in a group may use the group's fill.
        PresentationMaker.Pptx(PathOf("group.pptx"), [$"""
            ><p:cSld><p:spTree><p:grpSp><p:nvGrpSpPr><p:cNvPr id="8" name="g"/></p:nvGrpSpPr><p:grpSpPr><a:solidFill><a:srgbClr val="C0392B"/></a:solidFill></p:grpSpPr>{Shape(3, 0, 0, 10, 10, "<a:grpFill/>")}</p:grpSp></p:spTree></p:cSld>
            """]);
        Assert.Equal(new SolidPaint(0xFFC0392B), Draw("group.pptx").Shapes.Single().Fill);
        Assert.Equal(new PatternPaint("ltUpDiag", 0xFF7B3F68, 0xFFFFFFFF), Pptx("""<a:pattFill prst="ltUpDiag"><a:fgClr><a:schemeClr val="accent2"/></a:fgClr><a:bgClr><a:srgbClr val="FFFFFF"/></a:bgClr></a:pattFill>""")[0].Fill);

        using var dot = new SKBitmap(1, 1);
        var png = dot.Encode(SKEncodedImageFormat.Png, 90).ToArray();
        PresentationMaker.Pptx(PathOf("hues.pptx"), [$"""
            ><p:cSld><p:spTree>{string.Concat(new[] { "<a:grayscl/>", "<a:duotone><a:srgbClr val=\"102030\"/><a:schemeClr val=\"accent2\"/></a:duotone>", "<a:lum bright=\"20000\" contrast=\"-40000\"/>", "<a:biLevel thresh=\"25000\"/>",
                "<a:clrChange><a:clrFrom><a:srgbClr val=\"FFFFFF\"/></a:clrFrom><a:clrTo><a:srgbClr val=\"FFFFFF\"><a:alpha val=\"0\"/></a:srgbClr></a:clrTo></a:clrChange>", "" }.Select(hues => $"""
                <p:pic><p:nvPicPr><p:cNvPr id="7" name="p"/><p:nvPr/></p:nvPicPr><p:blipFill><a:blip r:embed="rDot">{hues}</a:blip></p:blipFill><p:spPr><a:xfrm><a:off x="0" y="0"/><a:ext cx="127000" cy="127000"/></a:xfrm></p:spPr></p:pic>
                """))}</p:spTree></p:cSld>
            """], [("rDot", "image", "../media/dot.png")], [("ppt/media/dot.png", png)]);
        Assert.Equal(
            [new(0xFF000000, 0xFFFFFFFF), new(0xFF102030, 0xFF7B3F68), new Recoloring(Brightness: 0.2, Contrast: -0.4), new Recoloring(Threshold: 0.25), new Recoloring(Cleared: 0xFFFFFFFF), null],
            Draw("hues.pptx").Shapes.Select(s => Assert.IsType<PicturePaint>(s.Fill).Recolored));

        Odp(PathOf("hues.odp"), """
            <style:style style:name="g" style:family="graphic"><style:graphic-properties draw:fill="solid" draw:fill-color="#ddeeff" draw:shadow="visible" draw:shadow-offset-x="0.1cm" draw:shadow-offset-y="0.2cm" draw:shadow-color="#102030" draw:shadow-opacity="50%"/></style:style>
            """, """<draw:page draw:master-page-name="Night"><draw:rect draw:style-name="g" svg:x="0cm" svg:y="0cm" svg:width="1cm" svg:height="1cm"/></draw:page>""");
        var below = DeckFormats.Draw(PathOf("hues.odp"), MediaTypes.Odp, [1])[0].Shapes[0].Shadow!;
        Assert.Equal((0x80102030u, 2.83, 5.67), (below.Color, Math.Round(below.X, 2), Math.Round(below.Y, 2)));
    }

    [Fact]
    public void Slide_numbers_and_footers_are_filled_in()
    {
        var number = Shape(3, 0, 0, 100, 50, "", """<a:p><a:fld id="{1}" type="slidenum"><a:t>‹#›</a:t></a:fld><a:r><a:t> of two</a:t></a:r></a:p>""");
        PresentationMaker.Pptx(PathOf("numbers.pptx"), ["><p:cSld><p:spTree/></p:cSld>", $"><p:cSld><p:spTree>{number}</p:spTree></p:cSld>"]);
        Assert.Equal("2 of two", Words(DeckFormats.Draw(PathOf("numbers.pptx"), MediaTypes.Pptx, [2])[0].Shapes.Single()));

        static string Place(string kind, string text) => $"""<draw:frame presentation:class="{kind}" svg:x="1cm" svg:y="1cm" svg:width="5cm" svg:height="1cm"><draw:text-box><text:p>{text}</text:p></draw:text-box></draw:frame>""";
        Odp(PathOf("feet.odp"), """<style:style style:name="full" style:family="drawing-page"><style:drawing-page-properties presentation:display-footer="true" presentation:display-page-number="true" presentation:display-date-time="false"/></style:style>""", """
            <presentation:footer-decl presentation:name="f1">Fennel Hollow</presentation:footer-decl>
            <draw:page draw:master-page-name="Night"/><draw:page draw:master-page-name="Night" draw:style-name="full" presentation:use-footer-name="f1"/>
            """, master: Place("title", "Click here") + Place("footer", "<presentation:footer/>") + Place("page-number", "Page <text:page-number>&lt;number&gt;</text:page-number>") + Place("date-time", "today"));
        var pages = DeckFormats.Draw(PathOf("feet.odp"), MediaTypes.Odp, [1, 2]);
        Assert.Empty(pages[0].Shapes);
        Assert.Equal(["Fennel Hollow", "Page 2"], pages[1].Shapes.Select(Words));
    }

    [Fact]
    public void Picture_tiles_and_gradients_start_where_the_file_says()
    {
        using var dots = new SKBitmap(8, 4);
        var png = dots.Encode(SKEncodedImageFormat.Png, 90).ToArray();
        // Half as wide as its 8 pixels at 96 per inch, centred, 1 point offset.
        static string Stretched(int id, string cut, string within) => Shape(id, 0, 0, 100, 50, $"<a:blipFill><a:blip r:embed=\"rDots\"/>{cut}<a:stretch><a:fillRect {within}/></a:stretch></a:blipFill>");
        PresentationMaker.Pptx(PathOf("tiles.pptx"), [$"""
            ><p:cSld><p:spTree>{Shape(3, 0, 0, 100, 50, """<a:blipFill><a:blip r:embed="rDots"/><a:tile tx="12700" ty="0" sx="50000" sy="100000" flip="x" algn="ctr"/></a:blipFill>""")}
            {Shape(4, 0, 0, 100, 50, """<a:gradFill><a:gsLst><a:gs pos="0"><a:srgbClr val="000000"/></a:gs><a:gs pos="100000"><a:srgbClr val="FFFFFF"/></a:gs></a:gsLst><a:path path="circle"><a:fillToRect l="100000" b="100000"/></a:path></a:gradFill>""")}
            {Stretched(5, "", "t=\"-25000\" b=\"-25000\"")}{Stretched(6, "<a:srcRect l=\"20000\"/>", "r=\"50000\"")}</p:spTree></p:cSld>
            """], [("rDots", "image", "../media/dots.png")], [("ppt/media/dots.png", png)]);
        var shapes = Draw("tiles.pptx").Shapes;
        Assert.Equal(new Tiling(3, 3, 0.5, 0.5, 1, 0, MirroredAcross: true), Assert.IsType<PicturePaint>(shapes[0].Fill).Tiled);
        Assert.Equal((1, 0), Assert.IsType<GradientPaint>(shapes[1].Fill).Center);
        // Half as high again as its area: a sixth is cropped above and below. Four fifths of it in half of the area: as much space again at its right.
        Assert.Equal([(0, 0.166667, 0, 0.166667), (0.2, 0, -0.8, 0)], shapes.Skip(2).Select(s => Assert.IsType<PicturePaint>(s.Fill)).Select(p => (Math.Round(p.Left, 6), Math.Round(p.Top, 6), Math.Round(p.Right, 6), Math.Round(p.Bottom, 6))));
    }

    [Fact]
    public void Text_has_columns_and_picture_bullets_and_empty_placeholders_are_hidden()
    {
        using var dot = new SKBitmap(1, 1);
        var png = dot.Encode(SKEncodedImageFormat.Png, 90).ToArray();
        PresentationMaker.Pptx(PathOf("columns.pptx"), ["""
            ><p:cSld><p:spTree><p:sp><p:nvSpPr><p:cNvPr id="2" name="t"/><p:nvPr><p:ph type="title"/></p:nvPr></p:nvSpPr><p:spPr><a:solidFill><a:srgbClr val="FF0000"/></a:solidFill></p:spPr><p:txBody><a:bodyPr/><a:p/></p:txBody></p:sp>
            <p:sp><p:nvSpPr><p:cNvPr id="3" name="b"/><p:nvPr/></p:nvSpPr><p:spPr><a:xfrm><a:off x="0" y="0"/><a:ext cx="1270000" cy="1270000"/></a:xfrm></p:spPr>
            <p:txBody><a:bodyPr numCol="3" spcCol="127000"/><a:p><a:pPr><a:buBlip><a:blip r:embed="rDot"/></a:buBlip></a:pPr><a:r><a:t>led</a:t></a:r></a:p>
            <a:p><a:pPr><a:buAutoNum type="alphaLcPeriod" startAt="27"/></a:pPr><a:r><a:t>aa</a:t></a:r></a:p><a:p><a:pPr lvl="1"><a:buAutoNum type="romanUcPeriod" startAt="2000000000"/></a:pPr><a:r><a:t>far</a:t></a:r></a:p></p:txBody></p:sp></p:spTree></p:cSld>
            """], [("rDot", "image", "../media/dot.png")], [("ppt/media/dot.png", png)]);
        var text = Draw("columns.pptx").Shapes.Single().Text!;
        Assert.Equal((3, 10.0), (text.Columns, text.ColumnGap));
        Assert.Equal(png, text.Paragraphs[0].Bullet!.Picture!.Data.ToArray());
        Assert.Equal("aa.", text.Paragraphs[1].Bullet!.Text);
        Assert.InRange(text.Paragraphs[2].Bullet!.Text.Length, 1, 400);
    }

    [Fact]
    public void Lists_are_numbered_and_restart()
    {
        static string Item(string text, string type = "arabicPeriod", int level = 0, int first = 1) => $"""<a:p><a:pPr lvl="{level}"><a:buAutoNum type="{type}" startAt="{first}"/></a:pPr><a:r><a:t>{text}</a:t></a:r></a:p>""";
        var text = Pptx("", body: Item("a") + Item("b") + Item("sub", "alphaLcParenR", 1) + Item("sub", "alphaLcParenR", 1) + Item("c") + "<a:p><a:r><a:t>words</a:t></a:r></a:p>" + Item("d", "romanUcPeriod", first: 1944))[0].Text!;
        Assert.Equal(["1.", "2.", "a)", "b)", "3.", null, "MCMXLIV."], text.Paragraphs.Select(p => p.Bullet?.Text));
        var runs = Pptx("", body: """<a:p><a:r><a:rPr cap="all" u="sng" strike="sngStrike" baseline="30000" sz="1200"><a:latin typeface="+mj-lt"/></a:rPr><a:t>wing</a:t></a:r><a:br/><a:r><a:rPr><a:hlinkClick r:id="r9"/></a:rPr><a:t>link</a:t></a:r></a:p>""")[0].Text!.Paragraphs[0].Runs;
        Assert.Equal(new TextRun("WING", 12, 0xFF000000, "Heading Face", Underlined: true, Struck: true, Raised: 0.3) { OtherFonts = ["Lantern Song"] }, runs[0]);
        Assert.Equal(("\n", "link", 0xFF0000FFu, true), (runs[1].Text, runs[2].Text, runs[2].Color, runs[2].Underlined));
    }

    [Fact]
    public void Pictures_are_cropped_and_unreadable_ones_reported()
    {
        using var bitmap = new SKBitmap(8, 8);
        var png = bitmap.Encode(SKEncodedImageFormat.Png, 90).ToArray();
        static string Picture(int id, string embed) => $"""<p:pic><p:nvPicPr><p:cNvPr id="{id}" name="p"/><p:nvPr/></p:nvPicPr><p:blipFill><a:blip r:embed="{embed}"><a:alphaModFix amt="50000"/></a:blip><a:srcRect l="25000" b="10000"/></p:blipFill><p:spPr><a:xfrm><a:off x="0" y="0"/><a:ext cx="127000" cy="127000"/></a:xfrm><a:prstGeom prst="ellipse"/></p:spPr></p:pic>""";
        PresentationMaker.Pptx(
            PathOf("pictures.pptx"), [$"><p:cSld><p:spTree>{Picture(3, "rPng")}{Picture(4, "rEmf")}{Picture(5, "rGone")}</p:spTree></p:cSld>"],
            [("rPng", "image", "../media/a.png"), ("rEmf", "image", "../media/b.png")], [("ppt/media/a.png", png), ("ppt/media/b.png", [1, 2, 3])]);
        var drawing = Draw("pictures.pptx");
        var paint = Assert.IsType<PicturePaint>(Assert.Single(drawing.Shapes).Fill);
        Assert.Equal((0.25, 0.0, 0.0, 0.1, 0.5), (paint.Left, paint.Top, paint.Right, paint.Bottom, paint.Opacity));
        Assert.Equal(["a picture in an unsupported format is left out", "a picture is stored outside the file and was not imported"], drawing.NotDrawn);
    }

    [Fact]
    public void An_OpenDocument_page_has_lists_tables_lines_and_gradients()
    {
        Odp(PathOf("fine.odp"),
            """
            <style:style style:name="gr" style:family="graphic"><style:graphic-properties draw:stroke="dash" svg:stroke-color="#204060" svg:stroke-width="0.1cm" draw:marker-end="Arrow"/></style:style>
            <style:style style:name="T" style:family="text"><style:text-properties fo:font-size="50%" fo:font-style="italic"/></style:style>
            <style:style style:name="P" style:family="paragraph"><style:paragraph-properties fo:text-align="end"/><style:text-properties fo:font-size="24pt"/></style:style>
            <style:style style:name="ce" style:family="table-cell"><style:graphic-properties draw:fill="solid" draw:fill-color="#ddeeff"/><style:paragraph-properties fo:border="0.1cm solid #405060"/></style:style>
            <style:style style:name="co" style:family="table-column"><style:table-column-properties style:column-width="3cm"/></style:style>
            """,
            """
            <draw:page draw:master-page-name="Night">
              <draw:line draw:style-name="gr" svg:x1="5cm" svg:y1="1cm" svg:x2="1cm" svg:y2="2cm"/>
              <draw:frame svg:x="0cm" svg:y="0cm" svg:width="10cm" svg:height="5cm"><draw:text-box>
                <text:list><text:list-item><text:p text:style-name="P">one <text:span text:style-name="T">half</text:span><text:line-break/>more</text:p><text:list><text:list-item><text:p>deeper</text:p></text:list-item></text:list></text:list-item></text:list></draw:text-box></draw:frame>
              <draw:polygon svg:x="1cm" svg:y="1cm" svg:width="2cm" svg:height="2cm" svg:viewBox="0 0 200 200" draw:points="0,0 200,0 100,200"/>
              <draw:frame svg:x="0cm" svg:y="6cm" svg:width="6cm" svg:height="2cm"><table:table><table:table-column table:style-name="co" table:number-columns-repeated="2"/><table:table-row><table:table-cell table:style-name="ce" table:number-columns-spanned="2"><text:p>Kinds</text:p></table:table-cell><table:covered-table-cell/></table:table-row><table:table-row><table:table-cell><text:p>Hawk</text:p></table:table-cell><table:table-cell><text:p>2</text:p></table:table-cell></table:table-row></table:table></draw:frame>
              <draw:g><draw:rect svg:x="9cm" svg:y="9cm" svg:width="1cm" svg:height="1cm" draw:corner-radius="0.2cm"/></draw:g>
            </draw:page>
            """);
        var shapes = DeckFormats.Draw(PathOf("fine.odp"), MediaTypes.Odp, [1])[0].Shapes;
        Assert.Equal((true, 0xFF204060u, new LineEnd(LineEndKind.Triangle)), (shapes[0].Box.FlipX, shapes[0].Line!.Color, shapes[0].Line!.End));
        var list = shapes[1].Text!.Paragraphs;
        Assert.Equal((2, Align.Right), (list.Count, list[0].Align));
        Assert.Equal([("one ", 24.0, false), ("half", 12.0, true), ("\n", 24.0, false), ("more", 24.0, false)], list[0].Runs.Select(r => (r.Text, r.Size, r.Italic)));
        Assert.True(list[1].Margin > list[0].Margin && list[1].Bullet!.Text == "•");
        Assert.Equal([(0.0, 0.0), (1, 0), (0.5, 1)], shapes[2].Outline.Parts[0].Path.Take(3).Select(m => (m.X, m.Y)));
        var table = shapes[3].Table!;
        Assert.Equal([("Kinds", 0, 0, 2), ("Hawk", 1, 0, 1), ("2", 1, 1, 1)], table.Cells.Select(c => (c.Text!.Paragraphs[0].Runs[0].Text, c.Row, c.Column, c.ColumnSpan)));
        Assert.Equal(85.04, table.Columns[0], 0.01);
        Assert.Equal((new SolidPaint(0xFFDDEEFF), 0xFF405060u, null), (table.Cells[0].Fill, table.Cells[0].Top!.Color, table.Cells[1].Top));
        Assert.Contains(shapes[4].Outline.Parts[0].Path, m => m.Kind == PenMoveKind.Curve);
    }

    [Fact]
    public void Text_wraps_in_frames_unless_they_grow()
    {
        Odp(PathOf("wrap.odp"), """
            <style:style style:name="plain" style:family="presentation"/><style:style style:name="grows" style:family="graphic"><style:graphic-properties draw:auto-grow-width="true"/></style:style>
            """, """
            <draw:page draw:master-page-name="Night">
            <draw:frame presentation:style-name="plain" presentation:class="outline" svg:x="1cm" svg:y="1cm" svg:width="9cm" svg:height="2cm"><draw:text-box><text:p>A placeholder</text:p></draw:text-box></draw:frame>
            <draw:frame draw:style-name="grows" svg:x="1cm" svg:y="4cm" svg:width="9cm" svg:height="2cm"><draw:text-box><text:p>Grows</text:p></draw:text-box></draw:frame>
            <draw:custom-shape svg:x="1cm" svg:y="7cm" svg:width="9cm" svg:height="2cm"><text:p>A shape</text:p><draw:enhanced-geometry draw:type="rectangle"/></draw:custom-shape></draw:page>
            """, common: """
            <style:default-style style:family="graphic"><style:graphic-properties fo:wrap-option="no-wrap"/><style:text-properties fo:font-size="31pt"/></style:default-style>
            <style:default-style style:family="presentation"><style:text-properties fo:font-size="27pt"/></style:default-style>
            """);
        var shapes = DeckFormats.Draw(PathOf("wrap.odp"), MediaTypes.Odp, [1])[0].Shapes.Where(s => s.Text is not null).ToList();
        Assert.Equal([(true, 27.0), (false, 31), (false, 31)], shapes.Select(s => (s.Text!.Wraps, s.Text.Paragraphs[0].Runs[0].Size)));
    }

    private static string Words(DrawnShape shape) => string.Concat(shape.Text!.Paragraphs.SelectMany(p => p.Runs).Select(r => r.Text));
}
