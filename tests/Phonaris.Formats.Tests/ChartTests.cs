using System.Text;
using DocumentFormat.OpenXml.Packaging;
using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using Phonaris.Formats.Decks;
using Phonaris.Formats.Decks.Charts;

namespace Phonaris.Formats.Tests;

/// <summary>Charts and diagrams of presentations, drawn from the data in the file: positions computed by hand.</summary>
public sealed class ChartTests : IDisposable
{
    private const string Frame = """
        <p:graphicFrame><p:nvGraphicFramePr><p:cNvPr id="4" name="c"/><p:nvPr/></p:nvGraphicFramePr><p:xfrm><a:off x="0" y="0"/><a:ext cx="2540000" cy="1270000"/></p:xfrm><a:graphic>
        """;

    private const string Hidden = """<c:delete val="1"/>""", Names = $"""<c:catAx><c:axId val="1"/>{Hidden}</c:catAx>""";

    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-charts");

    [Fact]
    public void Columns_are_drawn_clustered_and_stacked()
    {
        // In a frame of 200 by 100 with a margin of 4: 192 by 92, with a gap as wide as a column.
        static string Bars(string settings, string axis = """<c:max val="20"/><c:min val="0"/>""") => $"""
            <c:barChart>{settings}<c:gapWidth val="100"/>{Series("A", [10, 20])}{Series("B", [5, -10], index: 1)}<c:axId val="1"/><c:axId val="2"/></c:barChart>{Names}
            <c:valAx><c:axId val="2"/><c:scaling>{axis}</c:scaling>{Hidden}</c:valAx>
            """;
        var beside = Chart(Bars("""<c:barDir val="col"/><c:grouping val="clustered"/>""", """<c:max val="20"/><c:min val="-20"/>"""));
        // Three column widths per category: 96 / 3 = 32; 0 is in the middle, at 50; 10 is a quarter of 92.
        Assert.Equal([(20.0, 27.0, 32.0, 23.0), (116, 4, 32, 46), (52, 38.5, 32, 11.5), (148, 50, 32, 23)], beside.Select(Placed));
        Assert.Equal([new SolidPaint(0xFF804020), new SolidPaint(0xFF804020), new SolidPaint(0xFF7B3F68), new SolidPaint(0xFF7B3F68)], beside.Select(s => s.Fill));
        // Stacked: negative values hang below zero.
        var stacked = Chart(Bars("""<c:barDir val="col"/><c:grouping val="stacked"/>""", """<c:max val="20"/><c:min val="-20"/>"""));
        Assert.Equal([(28.0, 27.0, 48.0, 23.0), (124, 4, 48, 46), (28, 15.5, 48, 11.5), (124, 50, 48, 23)], stacked.Select(Placed));
        // Horizontal bars extend to the right, with categories from the bottom.
        var lying = Chart(Bars("""<c:barDir val="bar"/><c:grouping val="clustered"/>""", """<c:max val="20"/><c:min val="-20"/>"""));
        Assert.Equal((100.0, 148.0), (Math.Round(lying[0].Box.X, 6), Math.Round(lying[0].Box.X + lying[0].Box.Width, 6)));
        Assert.True(lying[0].Box.Y > lying[1].Box.Y);
        // As percentages, from −0.5, which −10 of 30 is rounded to, to 1: two thirds of it are four ninths of the height.
        var shares = Chart(Bars("""<c:barDir val="col"/><c:grouping val="percentStacked"/>""", ""));
        Assert.Equal(92 * 4 / 9.0, shares[0].Box.Height, 0.001);
    }

    [Fact]
    public void Pies_and_lines_are_drawn()
    {
        // A quarter from the top to the right, around (100, 50), with radius 46.
        var pie = Chart($"<c:pieChart><c:varyColors val=\"1\"/>{Series("A", [1, 3])}</c:pieChart>");
        var piece = pie[0].Outline.Parts[0].Path;
        Assert.Equal([(100.0, 4.0), (146, 50), (100, 50)], piece.Where(m => m.Kind != PenMoveKind.Close).Select(m => (Math.Round(m.X, 6), Math.Round(m.Y, 6))));
        Assert.Equal([new SolidPaint(0xFF804020), new SolidPaint(0xFF7B3F68)], pie.Select(s => s.Fill));
        // The label of a slice takes precedence over the label of all.
        const string labels = """<c:dLbls><c:dLbl><c:idx val="0"/><c:tx><c:rich><a:p><a:r><a:t>few</a:t></a:r></a:p></c:rich></c:tx><c:showVal val="1"/></c:dLbl><c:dLbl><c:idx val="1"/><c:delete val="1"/></c:dLbl><c:showVal val="1"/></c:dLbls>""";
        var told = Chart($"<c:pieChart>{Series("A", [1, 3, 5]).Replace("</c:ser>", labels + "</c:ser>", StringComparison.Ordinal)}</c:pieChart>");
        Assert.Equal(["few", "5"], told.Where(s => s.Text is not null).Select(Words));
        var ring = Chart($"<c:doughnutChart>{Series("A", [1, 3])}<c:holeSize val=\"50\"/></c:doughnutChart>");
        Assert.Contains((123.0, 50.0), ring[0].Outline.Parts[0].Path.Select(m => (Math.Round(m.X, 6), Math.Round(m.Y, 6))));
        // A line from centre to centre of its categories; at a missing value it is broken.
        var line = Chart($"<c:lineChart>{Series("A", [0, 10, null, 10, 0])}<c:axId val=\"1\"/><c:axId val=\"2\"/></c:lineChart>{Names}<c:valAx><c:axId val=\"2\"/><c:scaling><c:max val=\"10\"/></c:scaling>{Hidden}</c:valAx>")[0];
        Assert.Equal(
            [(PenMoveKind.Move, 23.2, 96.0), (PenMoveKind.Line, 61.6, 4), (PenMoveKind.Move, 138.4, 4), (PenMoveKind.Line, 176.8, 96)],
            line.Outline.Parts[0].Path.Select(m => (m.Kind, Math.Round(m.X, 6), Math.Round(m.Y, 6))));
        Assert.Equal((0xFF804020, null), (line.Line!.Color, line.Fill));
    }

    [Fact]
    public void Radar_and_bubble_charts_are_drawn()
    {
        // Four axes around (100, 50), each 46 long: up, right, down, left.
        const string axes = $"""{Names}<c:valAx><c:axId val="2"/><c:scaling><c:max val="10"/><c:min val="0"/></c:scaling>{Hidden}</c:valAx>""";
        string Radar(string style) => $"""<c:radarChart><c:radarStyle val="{style}"/>{Series("A", [10, 5, 10, 0])}<c:axId val="1"/><c:axId val="2"/></c:radarChart>{axes}""";
        var (line, area) = (Chart(Radar("marker"))[0], Chart(Radar("filled"))[0]);
        (double, double)[] corners = [(100, 4), (123, 50), (100, 96), (100, 50)];
        Assert.All([line, area], shape => Assert.Equal(corners, shape.Outline.Parts[0].Path.Where(m => m.Kind != PenMoveKind.Close).Select(m => (Math.Round(m.X, 6), Math.Round(m.Y, 6)))));
        Assert.Equal((null, 0xFF804020u, new SolidPaint(0xFF804020), null), (line.Fill, line.Line!.Color, area.Fill, area.Line));
        var first = OtherChart("chart:radar", """<style:style style:name="bare" style:family="chart"><style:chart-properties chart:visible="false" chart:maximum="20" chart:minimum="0"/></style:style>""", """
            <chart:axis chart:dimension="x" chart:style-name="bare"/><chart:axis chart:dimension="y" chart:style-name="bare"/><chart:series chart:values-cell-range-address="local-table.B3"/>
            """)[0].Outline.Parts[0].Path[0];
        Assert.Equal((100, 4), (Math.Round(first.X, 6), Math.Round(first.Y, 6)));

        static string Numbers(string name, double[] values) => $"<c:{name}><c:numLit><c:ptCount val=\"{values.Length}\"/>{string.Concat(values.Select((v, i) => $"<c:pt idx=\"{i}\"><c:v>{v}</c:v></c:pt>"))}</c:numLit></c:{name}>";
        var bubbles = Chart($"""
            <c:bubbleChart><c:ser><c:idx val="0"/><c:spPr><a:ln w="12700"><a:solidFill><a:srgbClr val="333333"/></a:solidFill></a:ln></c:spPr>{Numbers("xVal", [1, 2])}{Numbers("yVal", [5, 5])}{Numbers("bubbleSize", [4, 1])}</c:ser><c:bubbleScale val="200"/><c:axId val="1"/><c:axId val="2"/></c:bubbleChart>
            <c:valAx><c:axId val="1"/><c:axPos val="b"/>{Hidden}</c:valAx><c:valAx><c:axId val="2"/><c:axPos val="l"/>{Hidden}</c:valAx>
            """);
        var others = OtherChart("chart:bubble", """<style:style style:name="bare" style:family="chart"><style:chart-properties chart:visible="false"/></style:style>""", """
            <chart:axis chart:dimension="x" chart:style-name="bare"/><chart:axis chart:dimension="y" chart:style-name="bare"/>
            <chart:series chart:values-cell-range-address="local-table.B2:.B3"><chart:domain table:cell-range-address="local-table.C2:.C3"/><chart:domain table:cell-range-address="local-table.B2:.B3"/></chart:series>
            """);
        // 20 and, with half that area, 10; the larger one further to the right and, at −10, lower.
        Assert.Equal([16.263, 23.0], others.Select(b => Math.Round(b.Box.Width, 3)));
        Assert.True(others[1].Box.X > others[0].Box.X && others[1].Box.Y > others[0].Box.Y);
        // The largest is half as wide as the plot is high, 92; one of a quarter of its size is half of that.
        Assert.Equal([46.0, 23], bubbles.Select(b => Math.Round(b.Box.Width, 6)));
        Assert.All(bubbles, b => Assert.Equal(new Line(0xFF333333, 1, []), b.Line));
    }

    [Theory]
    [InlineData("0%", 0.5, "50%"), InlineData("#,##0.00", 1234.5, "1,234.50"), InlineData("\"about \"0", 7, "about 7"), InlineData("General", 0.25, "0.25")]
    [InlineData("0.0_);(0.0)", 2, "2.0"), InlineData("[$-409]d mmm yyyy", 45_000, "15 Mar 2023"), InlineData("[Red]0", 3, "3")]
    public void Axis_labels_use_the_number_format(string format, double most, string written)
    {
        var chart = Chart($"""
            <c:barChart>{Series("A", [most])}<c:axId val="1"/><c:axId val="2"/></c:barChart>{Names}
            <c:valAx><c:axId val="2"/><c:scaling><c:max val="{most}"/><c:min val="0"/></c:scaling><c:axPos val="l"/><c:numFmt formatCode="{format.Replace("\"", "&quot;")}"/><c:majorUnit val="{most}"/></c:valAx>
            """);
        Assert.Equal(written, Words(chart.Last(s => s.Text is not null)));
    }

    [Fact]
    public void Titles_legends_and_axes_are_beside_the_plot()
    {
        var chart = Chart($"""
            <c:barChart>{Series("June", [3, 4], ["Hawk", "Lappet"])}{Series("July", [5, 6], index: 1)}<c:axId val="1"/><c:axId val="2"/></c:barChart>
            <c:catAx><c:axId val="1"/></c:catAx><c:valAx><c:axId val="2"/><c:axPos val="l"/><c:majorGridlines/></c:valAx>
            """, """<c:title><c:tx><c:rich><a:p><a:r><a:rPr sz="1800"/><a:t>Moths</a:t></a:r></a:p></c:rich></c:tx></c:title>""", """<c:legend><c:legendPos val="r"/></c:legend>""");
        var words = chart.Where(s => s.Text is not null).ToDictionary(Words, s => s.Box);
        Assert.Superset(new HashSet<string> { "Moths", "June", "July", "Hawk", "Lappet", "0", "4", "8" }, words.Keys.ToHashSet());
        var bars = chart.Where(s => s.Fill is not null && s.Text is null && s.Box.Height > 10).Select(s => s.Box).ToList();
        Assert.True(bars.All(b => b.X > words["0"].X && b.X + b.Width < words["June"].X && b.Y > words["Moths"].Y + words["Moths"].Height - 1 && b.Y + b.Height <= words["Hawk"].Y + 0.01));
        Assert.Equal(18, chart.Single(s => s.Text is not null && Words(s) == "Moths").Text!.Paragraphs[0].Runs[0].Size);
    }

    [Fact]
    public void Unsupported_charts_are_reported_and_diagrams_use_their_stored_drawing()
    {
        var path = Deck($"{Frame}<a:graphicData uri=\"http://schemas.openxmlformats.org/drawingml/2006/diagram\"><d:relIds xmlns:d=\"urn:d\" r:dm=\"rData\"/></a:graphicData></a:graphic></p:graphicFrame>");
        using (var deck = PresentationDocument.Open(path, isEditable: true))
        {
            var slide = deck.PresentationPart!.SlideParts.Single();
            Fill(slide.AddNewPart<DiagramDataPart>("rData"), """<d:dataModel xmlns:d="http://schemas.openxmlformats.org/drawingml/2006/diagram"><d:extLst><x:dataModelExt xmlns:x="urn:x" relId="rDrawn"/></d:extLst></d:dataModel>""");
            Fill(slide.AddNewPart<DiagramPersistLayoutPart>("rDrawn"), """
                <x:drawing xmlns:x="urn:x" xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main"><x:spTree><x:sp><x:nvSpPr><x:cNvPr id="0" name=""/></x:nvSpPr>
                <x:spPr><a:xfrm><a:off x="127000" y="254000"/><a:ext cx="1270000" cy="635000"/></a:xfrm><a:prstGeom prst="ellipse"/><a:solidFill><a:srgbClr val="00AA00"/></a:solidFill></x:spPr>
                <x:txBody><a:bodyPr/><a:p><a:r><a:t>First</a:t></a:r></a:p></x:txBody><x:txXfrm><a:off x="254000" y="254000"/><a:ext cx="1016000" cy="635000"/></x:txXfrm></x:sp></x:spTree></x:drawing>
                """);
        }
        var shape = DeckFormats.Draw(path, MediaTypes.Pptx, [1])[0].Shapes.Single();
        Assert.Equal((new Box(10, 20, 100, 50), new SolidPaint(0xFF00AA00), "First"), (shape.Box, shape.Fill, Words(shape)));
        Assert.Equal(new TextRoom(10, 0, 90, 50), shape.Outline.Room);
        Assert.Equal("Slide 1: a chart is left out.", Read(Charted("<c:surfaceChart/>", "", "")).NotDrawn.Single());
    }

    [Fact]
    public void OpenDocument_charts_are_drawn_from_their_table()
    {
        const string bars = """
            <style:style style:name="plot" style:family="chart"><style:chart-properties chart:vertical="false"/></style:style>
            <style:style style:name="bare" style:family="chart"><style:chart-properties chart:visible="false" chart:minimum="-20" chart:maximum="20" chart:gap-width="100" chart:overlap="0"/></style:style>
            <style:style style:name="a" style:family="chart"><style:graphic-properties draw:fill-color="#804020"/></style:style>
            """;
        const string axes = """<chart:axis chart:dimension="x" chart:name="primary-x" chart:style-name="bare"><chart:categories table:cell-range-address="local-table.$A$2:.$A$3"/></chart:axis><chart:axis chart:dimension="y" chart:name="primary-y" chart:style-name="bare"/>""";
        const string series = """<chart:series chart:style-name="a" chart:values-cell-range-address="local-table.$B$2:.$B$3" chart:label-cell-address="local-table.$B$1"/><chart:series chart:values-cell-range-address="local-table.C2:local-table.C3" chart:label-cell-address="local-table.C1"/>""";
        // As in the other standard: columns of 32 in a frame of 200 by 100, 0 in the middle.
        var columns = OtherChart("chart:bar", bars, axes + series);
        Assert.Equal([(20.0, 27.0, 32.0, 23.0), (116, 4, 32, 46), (52, 38.5, 32, 11.5), (148, 50, 32, 23)], columns.Select(Placed));
        Assert.Equal(new SolidPaint(0xFF804020), columns[0].Fill);
        var named = OtherChart("chart:bar", "", axes.Replace(" chart:style-name=\"bare\"", "", StringComparison.Ordinal) + series, """<chart:title><text:p>Moths</text:p></chart:title><chart:legend chart:legend-position="end"/>""");
        Assert.Superset(new HashSet<string> { "Moths", "June", "July", "Hawk", "Lappet", "0" }, named.Where(s => s.Text is not null).Select(Words).ToHashSet());
        // 10 of 30 are a third of a circle, from the top; its slices are coloured individually.
        var pie = OtherChart("chart:circle", bars, axes + """<chart:series chart:values-cell-range-address="local-table.B2:.B3"><chart:data-point/><chart:data-point chart:style-name="a"/></chart:series>""");
        var ends = pie[0].Outline.Parts[0].Path.Where(m => m.Kind is PenMoveKind.Move or PenMoveKind.Curve).Select(m => (X: m.X, Y: m.Y)).ToList();
        Assert.Equal((100, 4), (ends[0].X, ends[0].Y));
        Assert.Equal((139.8372, 73), (Math.Round(ends[^1].X, 4), Math.Round(ends[^1].Y, 4)));
        Assert.Equal([false, true], pie.Take(2).Select(p => p.Fill == new SolidPaint(0xFF804020)));
        Assert.Contains("unsupported format", Read(OtherDeck("chart:surface", "", axes + series, "")).NotDrawn.Single(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(44_000, "mmm", "Jun")]
    [InlineData(44_000, "d. mmmm yyyy", "18. June 2020")]
    [InlineData(1_234_567, "#,##0,", "1,235")]
    [InlineData(1_234_567, "0.0,,\"M\"", "1.2M")]
    [InlineData(12_345.678, "0.00E+00", "1.23E+04")]
    [InlineData(-3, "#,##0;[Red]-#,##0", "-3")]
    [InlineData(-3, "_-* 0_-;(0)", "(3)")]
    [InlineData(0.256, "0.0%", "25.6%")]
    [InlineData(4, "\\#0\" moths\"", "#4 moths")]
    [InlineData(1 / 3.0, "General", "0.333333")]
    // What cannot be formatted uses the default: an unclosed quote, a day before the calendar, an empty result.
    [InlineData(5, "\"open", "5")]
    [InlineData(-5, "yyyy", "-5")]
    [InlineData(5, ";;;", "5")]
    public void Numbers_are_formatted_by_spreadsheet_codes(double value, string code, string written) => Assert.Equal(written, ChartNumbers.Written(value, code));

    public void Dispose() => _folder.Delete(recursive: true);

    private static string Series(string name, double?[] values, string[]? names = null, int index = 0)
    {
        var categories = names is null ? "" : $"<c:cat><c:strRef><c:strCache>{string.Concat(names.Select((n, i) => $"<c:pt idx=\"{i}\"><c:v>{n}</c:v></c:pt>"))}</c:strCache></c:strRef></c:cat>";
        var points = string.Concat(values.Select((v, i) => v is null ? "" : $"<c:pt idx=\"{i}\"><c:v>{v.Value.ToString(System.Globalization.CultureInfo.InvariantCulture)}</c:v></c:pt>"));
        return $"""
            <c:ser><c:idx val="{index}"/><c:tx><c:strRef><c:strCache><c:pt idx="0"><c:v>{name}</c:v></c:pt></c:strCache></c:strRef></c:tx>{categories}
            <c:val><c:numRef><c:numCache><c:ptCount val="{values.Length}"/>{points}</c:numCache></c:numRef></c:val></c:ser>
            """;
    }

    private ValueList<DrawnShape> Chart(string plots, string title = "", string legend = "") => DeckFormats.Draw(Charted(plots, title, legend), MediaTypes.Pptx, [1])[0].Shapes;

    private string Charted(string plots, string title, string legend)
    {
        var path = Deck($"{Frame}<a:graphicData uri=\"http://schemas.openxmlformats.org/drawingml/2006/chart\"><c:chart xmlns:c=\"http://schemas.openxmlformats.org/drawingml/2006/chart\" r:id=\"rChart\"/></a:graphicData></a:graphic></p:graphicFrame>");
        using var deck = PresentationDocument.Open(path, isEditable: true);
        Fill(deck.PresentationPart!.SlideParts.Single().AddNewPart<ChartPart>("rChart"), $"""
            <c:chartSpace xmlns:c="http://schemas.openxmlformats.org/drawingml/2006/chart" xmlns:a="http://schemas.openxmlformats.org/drawingml/2006/main"><c:chart>{title}<c:plotArea>{plots}</c:plotArea>{legend}</c:chart></c:chartSpace>
            """);
        return path;
    }

    private ValueList<DrawnShape> OtherChart(string kind, string styles, string plot, string around = "") => DeckFormats.Draw(OtherDeck(kind, styles, plot, around), MediaTypes.Odp, [1])[0].Shapes;

    private string OtherDeck(string kind, string styles, string plot, string around)
    {
        static string Row(string first, params string[] others) =>
            $"<table:table-row><table:table-cell><text:p>{first}</text:p></table:table-cell>{string.Concat(others.Select(o => $"<table:table-cell{(char.IsLetter(o[0]) ? "" : $" office:value=\"{o}\"")}><text:p>{o}</text:p></table:table-cell>"))}</table:table-row>";
        var path = Path.Combine(_folder.FullName, $"{Guid.NewGuid():n}.odp");
        PresentationMaker.Odp(path, "", """<draw:page draw:master-page-name="Night"><draw:frame svg:x="0pt" svg:y="0pt" svg:width="200pt" svg:height="100pt"><draw:object xlink:href="./Object 1"/></draw:frame></draw:page>""",
            [("Object 1/content.xml", Encoding.UTF8.GetBytes($"""
                <office:document-content {PresentationMaker.OdfSpaces}><office:automatic-styles>{styles}</office:automatic-styles><office:body><office:chart><chart:chart chart:class="{kind}">{around}
                <chart:plot-area chart:style-name="plot">{plot}</chart:plot-area><table:table table:name="local-table"><table:table-header-rows>{Row("", "June", "July")}</table:table-header-rows>
                <table:table-rows>{Row("Hawk", "10", "5")}{Row("Lappet", "20", "-10")}</table:table-rows></table:table></chart:chart></office:chart></office:body></office:document-content>
                """))]);
        return path;
    }

    private string Deck(string frame)
    {
        var path = Path.Combine(_folder.FullName, $"{Guid.NewGuid():n}.pptx");
        PresentationMaker.Pptx(path, [$"><p:cSld><p:spTree>{frame}</p:spTree></p:cSld>"]);
        return path;
    }

    private static Deck Read(string path) => DeckFormats.Read([new(path, "deck.pptx", new string('a', 64))]);

    private static void Fill(OpenXmlPart part, string xml)
    {
        using var content = new StreamWriter(part.GetStream(FileMode.Create));
        content.Write(xml);
    }

    private static (double X, double Y, double Width, double Height) Placed(DrawnShape shape) =>
        (Math.Round(shape.Box.X, 6), Math.Round(shape.Box.Y, 6), Math.Round(shape.Box.Width, 6), Math.Round(shape.Box.Height, 6));

    private static string Words(DrawnShape shape) => string.Concat(shape.Text!.Paragraphs[0].Runs.Select(r => r.Text));
}
