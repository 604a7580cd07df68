using System.IO.Compression;

namespace Phonaris.Formats.Tests;

/// <summary>Packs presentations from bare XML, so that tests define exactly what is in them.</summary>
internal static class PresentationMaker
{
    private const string Names =
        "xmlns:a=\"http://schemas.openxmlformats.org/drawingml/2006/main\" xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\" xmlns:p=\"http://schemas.openxmlformats.org/presentationml/2006/main\" xmlns:more=\"urn:an:extension\"";

    private const string Office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

    /// <summary>Writes a presentation of ISO/IEC 29500.</summary>
    /// <param name="path">The file to write.</param>
    /// <param name="slides">The content of each slide's element; begins with its attributes, if any, and their closing bracket.</param>
    /// <param name="relations">More relationships of each slide: id, type and target.</param>
    /// <param name="files">More files: their names in the package and their content.</param>
    /// <param name="strict">Whether to use the names of the strict form.</param>
    public static void Pptx(
        string path, string[] slides, (string Id, string Kind, string Target)[]? relations = null, (string Name, byte[] Content)[]? files = null, bool strict = false)
    {
        using var zip = new ZipArchive(File.Create(path), ZipArchiveMode.Create);
        var numbers = Enumerable.Range(1, slides.Length).ToList();
        Add("[Content_Types].xml", $"""
            <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>
            <Default Extension="xml" ContentType="application/xml"/><Default Extension="wav" ContentType="audio/wav"/><Default Extension="png" ContentType="image/png"/>
            <Override PartName="/ppt/presentation.xml" ContentType="application/vnd.openxmlformats-officedocument.presentationml.presentation.main+xml"/>
            <Override PartName="/ppt/slideMasters/master.xml" ContentType="application/vnd.openxmlformats-officedocument.presentationml.slideMaster+xml"/>
            <Override PartName="/ppt/slideLayouts/layout.xml" ContentType="application/vnd.openxmlformats-officedocument.presentationml.slideLayout+xml"/>
            <Override PartName="/ppt/theme/theme.xml" ContentType="application/vnd.openxmlformats-officedocument.theme+xml"/>
            {string.Concat(numbers.Select(n => $"<Override PartName=\"/ppt/slides/slide{n}.xml\" ContentType=\"application/vnd.openxmlformats-officedocument.presentationml.slide+xml\"/>"))}</Types>
            """);
        Relations("_rels/.rels", ("rId1", "officeDocument", "ppt/presentation.xml"));
        Add("ppt/presentation.xml", $"""
            <p:presentation {Names}><p:sldMasterIdLst><p:sldMasterId id="2147483648" r:id="rMaster"/></p:sldMasterIdLst>
            <p:sldIdLst>{string.Concat(numbers.Select(n => $"<p:sldId id=\"{255 + n}\" r:id=\"r{n}\"/>"))}</p:sldIdLst><p:sldSz cx="12192000" cy="6858000"/></p:presentation>
            """);
        Relations("ppt/_rels/presentation.xml.rels", [("rMaster", "slideMaster", "slideMasters/master.xml"), .. numbers.Select(n => ($"r{n}", "slide", $"slides/slide{n}.xml"))]);
        Add("ppt/slideMasters/master.xml", $"""
            <p:sldMaster {Names}><p:cSld><p:bg><p:bgPr><a:solidFill><a:schemeClr val="bg1"/></a:solidFill></p:bgPr></p:bg><p:spTree>
            {Placeholder("title", "838200 365125 10515600 1325563")}{Placeholder("body", "838200 1825625 10515600 4351338")}</p:spTree></p:cSld>
            <p:clrMap bg1="lt1" tx1="dk1" bg2="lt2" tx2="dk2" accent1="accent1" accent2="accent2" hlink="hlink"/>
            <p:txStyles><p:titleStyle><a:lvl1pPr algn="ctr"><a:defRPr sz="4400"><a:solidFill><a:schemeClr val="tx1"/></a:solidFill></a:defRPr></a:lvl1pPr></p:titleStyle>
            <p:bodyStyle><a:lvl1pPr marL="228600" indent="-228600"><a:buChar char="•"/><a:defRPr sz="2800"/></a:lvl1pPr><a:lvl2pPr marL="685800" indent="-228600"><a:buAutoNum type="arabicPeriod"/><a:defRPr sz="2400"/></a:lvl2pPr></p:bodyStyle></p:txStyles></p:sldMaster>
            """);
        Relations("ppt/slideMasters/_rels/master.xml.rels", ("r1", "slideLayout", "../slideLayouts/layout.xml"), ("r2", "theme", "../theme/theme.xml"));
        Add("ppt/slideLayouts/layout.xml", $"""<p:sldLayout {Names}><p:cSld><p:spTree><p:sp><p:nvSpPr><p:cNvPr id="9" name="t"/><p:nvPr><p:ph type="title"/></p:nvPr></p:nvSpPr><p:spPr><a:xfrm><a:off x="1270000" y="635000"/><a:ext cx="6350000" cy="1270000"/></a:xfrm></p:spPr></p:sp></p:spTree></p:cSld></p:sldLayout>""");
        Relations("ppt/slideLayouts/_rels/layout.xml.rels", ("r1", "slideMaster", "../slideMasters/master.xml"));
        Add("ppt/theme/theme.xml", $"""
            <a:theme {Names}><a:themeElements><a:clrScheme name="Night"><a:dk1><a:sysClr val="windowText" lastClr="101820"/></a:dk1><a:lt1><a:srgbClr val="FAF6EC"/></a:lt1><a:dk2><a:srgbClr val="1F5C4D"/></a:dk2>
            <a:lt2><a:srgbClr val="EFE4D0"/></a:lt2><a:accent1><a:srgbClr val="804020"/></a:accent1><a:accent2><a:srgbClr val="7B3F68"/></a:accent2><a:hlink><a:srgbClr val="0000FF"/></a:hlink></a:clrScheme>
            <a:fontScheme name="f"><a:majorFont><a:latin typeface="Heading Face"/></a:majorFont><a:minorFont><a:latin typeface="Text Face"/><a:ea typeface="Lantern Song"/><a:cs typeface=""/><a:font script="Jpan" typeface="Lantern Gothic"/><a:font script="Hant" typeface="Lantern Ming"/></a:minorFont></a:fontScheme></a:themeElements></a:theme>
            """);
        foreach (var n in numbers)
        {
            var end = slides[n - 1].IndexOf('>');
            Add($"ppt/slides/slide{n}.xml", $"<p:sld {Names}{slides[n - 1][..end]}>{slides[n - 1][(end + 1)..]}</p:sld>");
            Relations($"ppt/slides/_rels/slide{n}.xml.rels", [("rLayout", "slideLayout", "../slideLayouts/layout.xml"), .. relations ?? []]);
        }
        foreach (var (name, content) in files ?? [])
        {
            using var entry = zip.CreateEntry(name).Open();
            entry.Write(content);
        }

        void Add(string name, string text)
        {
            if (strict)
                text = text.Replace("http://schemas.openxmlformats.org/drawingml/2006/main", "http://purl.oclc.org/ooxml/drawingml/main", StringComparison.Ordinal)
                    .Replace("http://schemas.openxmlformats.org/presentationml/2006/main", "http://purl.oclc.org/ooxml/presentationml/main", StringComparison.Ordinal)
                    .Replace(Office, "http://purl.oclc.org/ooxml/officeDocument/relationships", StringComparison.Ordinal);
            using var writer = new StreamWriter(zip.CreateEntry(name).Open());
            writer.Write(text);
        }

        void Relations(string name, params (string Id, string Kind, string Target)[] of) => Add(name,
            "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\">"
            + string.Concat(of.Select(r => $"<Relationship Id=\"{r.Id}\" Type=\"{(r.Kind.Contains('/') ? r.Kind : $"{Office}/{r.Kind}")}\" Target=\"{r.Target}\"{(r.Target.Contains("://") ? " TargetMode=\"External\"" : "")}/>"))
            + "</Relationships>");
    }

    /// <summary>A shape of a slide: its id, its box in points, and its properties and text body.</summary>
    public static string Shape(int id, double x, double y, double w, double h, string properties = "", string body = "", string attributes = "") => $"""
        <p:sp><p:nvSpPr><p:cNvPr id="{id}" name="Shape {id}"/><p:nvPr/></p:nvSpPr><p:spPr><a:xfrm{attributes}><a:off x="{Emu(x)}" y="{Emu(y)}"/><a:ext cx="{Emu(w)}" cy="{Emu(h)}"/></a:xfrm>{properties}</p:spPr>
        {(body.Length > 0 ? $"<p:txBody><a:bodyPr/>{body}</p:txBody>" : "")}</p:sp>
        """;

    public static string Paragraph(string text, string properties = "") => $"<a:p>{properties}<a:r><a:t>{text}</a:t></a:r></a:p>";

    /// <summary>The namespaces of OpenDocument markup.</summary>
    public const string OdfSpaces = """
        xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:style="urn:oasis:names:tc:opendocument:xmlns:style:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" xmlns:draw="urn:oasis:names:tc:opendocument:xmlns:drawing:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:presentation="urn:oasis:names:tc:opendocument:xmlns:presentation:1.0" xmlns:anim="urn:oasis:names:tc:opendocument:xmlns:animation:1.0" xmlns:smil="urn:oasis:names:tc:opendocument:xmlns:smil-compatible:1.0" xmlns:svg="urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0" xmlns:fo="urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0" xmlns:xlink="http://www.w3.org/1999/xlink" xmlns:chart="urn:oasis:names:tc:opendocument:xmlns:chart:1.0"
        """;

    /// <summary>Writes an OpenDocument presentation.</summary>
    /// <param name="path">The file to write.</param>
    /// <param name="styles">The automatic styles.</param>
    /// <param name="pages">The pages.</param>
    /// <param name="files">More files.</param>
    /// <param name="master">The content of the master page.</param>
    public static void Odp(string path, string styles, string pages, (string Name, byte[] Content)[]? files = null, string master = "", string common = "")
    {
        using var zip = new ZipArchive(File.Create(path), ZipArchiveMode.Create);
        Add("mimetype", "application/vnd.oasis.opendocument.presentation", CompressionLevel.NoCompression);
        Add("content.xml", $"<office:document-content {OdfSpaces}><office:automatic-styles>{styles}</office:automatic-styles><office:body><office:presentation>{pages}</office:presentation></office:body></office:document-content>");
        Add("styles.xml", $"""
            <office:document-styles {OdfSpaces}><office:styles>{common}</office:styles><office:automatic-styles><style:page-layout style:name="wide"><style:page-layout-properties fo:page-width="28cm" fo:page-height="15.75cm"/></style:page-layout>
            <style:style style:name="ground" style:family="drawing-page"><style:drawing-page-properties draw:fill="solid" draw:fill-color="#1e2b2a"/></style:style></office:automatic-styles>
            <office:master-styles><style:master-page style:name="Night" style:page-layout-name="wide" draw:style-name="ground">{master}</style:master-page></office:master-styles></office:document-styles>
            """);
        foreach (var (name, content) in files ?? [])
        {
            using var entry = zip.CreateEntry(name).Open();
            entry.Write(content);
        }

        void Add(string name, string text, CompressionLevel level = CompressionLevel.Optimal)
        {
            using var writer = new StreamWriter(zip.CreateEntry(name, level).Open());
            writer.Write(text);
        }
    }

    private static string Placeholder(string type, string box)
    {
        var sides = box.Split(' ');
        return $"""<p:sp><p:nvSpPr><p:cNvPr id="8" name="{type}"/><p:nvPr><p:ph type="{type}"/></p:nvPr></p:nvSpPr><p:spPr><a:xfrm><a:off x="{sides[0]}" y="{sides[1]}"/><a:ext cx="{sides[2]}" cy="{sides[3]}"/></a:xfrm></p:spPr></p:sp>""";
    }

    private static long Emu(double points) => (long)Math.Round(points * 12_700);
}
