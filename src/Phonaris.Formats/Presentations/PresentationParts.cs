using System.Xml.Linq;
using Phonaris.Formats.Decks.Presentations;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Presentations;

/// <summary>A presentation that can be changed: its slides, and the parts that list them.</summary>
internal sealed class PresentationParts : IDisposable
{
    private const string Office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/";
    private const string Markup = "application/vnd.openxmlformats-officedocument.presentationml.";
    private const string ThemeType = "application/vnd.openxmlformats-officedocument.theme+xml";

    private readonly OpcPart _main;

    private PresentationParts(OpcPackage package)
    {
        Package = package;
        _main = package.Target(null, "officeDocument") ?? throw new RuleException("The deck has no presentation. Save it again and add that file.");
        Pages = [.. Slides(_main.Read()).Select(s => package.Target(_main, _main.Relations.Find(r => r.Id == s.Attribute(R + "id")?.Value))).OfType<OpcPart>()];
        var size = _main.Read().Element(P + "sldSz");
        Size = (size.Number("cx") ?? 12_192_000, size.Number("cy") ?? 6_858_000);
    }

    /// <summary>The parts.</summary>
    public OpcPackage Package { get; }

    /// <summary>The slides in their original order.</summary>
    public IReadOnlyList<OpcPart> Pages { get; }

    /// <summary>The size of the slides, in English metric units.</summary>
    public (long Width, long Height) Size { get; }

    /// <summary>A presentation without slides.</summary>
    /// <param name="proportion">The ratio of width to height of its slides.</param>
    public static PresentationParts Blank(double proportion)
    {
        var package = new OpcPackage();
        var main = package.Add("/ppt/presentation.xml", Markup + "presentation.main+xml", BlankParts.Open("presentation.xml"));
        package.Relations.Add(new("rId1", Office + "officeDocument", new("/ppt/presentation.xml", UriKind.Relative), Outside: false));
        var master = package.Add("/ppt/slideMasters/slideMaster1.xml", Markup + "slideMaster+xml", BlankParts.Open("master.xml"));
        var layout = package.Add("/ppt/slideLayouts/slideLayout1.xml", Markup + "slideLayout+xml", BlankParts.Open("layout.xml"));
        main.Lead(master, Office + "slideMaster");
        master.Lead(layout, Office + "slideLayout");
        master.Lead(package.Add("/ppt/theme/theme1.xml", ThemeType, BlankParts.Open("theme.xml")), Office + "theme");
        layout.Lead(master, Office + "slideMaster");
        main.Edit().Element(P + "sldSz")!.SetAttributeValue("cx", (long)Math.Round(6_858_000 * proportion));
        return new(package);
    }

    /// <summary>Opens a presentation file for changing.</summary>
    /// <param name="path">The file.</param>
    /// <param name="name">Its name in messages.</param>
    /// <param name="lost">Receives what cannot be kept.</param>
    /// <returns>The presentation; null if it cannot be changed, which is reported.</returns>
    public static PresentationParts? Open(string path, string name, Action<string> lost)
    {
        OpcPackage package;
        try
        {
            package = new(path, name);
        }
        catch (FormatException)
        {
            // For example one with an invalid address: its slides can be read, but it cannot be written.
            lost("The deck has links that cannot be written, so its slides are exported as pictures.");
            return null;
        }
        if (package.Target(null, "officeDocument") is not { } main || main.Read().Name != P + "presentation")
        {
            package.Dispose();
            lost("The deck uses the strict variant of the standard, so its slides are exported as pictures.");
            return null;
        }
        if (main.ContentType.Contains("macroEnabled", StringComparison.Ordinal))
        {
            main.Relations.RemoveAll(r => r.Is("vbaProject"));
            lost("The macros of the deck are left out.");
        }
        // Templates and decks saved as slide shows become normal presentations.
        main.ContentType = Markup + "presentation.main+xml";
        if (package.Relations.RemoveAll(r => r.Is("digital-signature/origin")) > 0) lost("The signature of the deck is left out because its content changed.");
        return new(package);
    }

    /// <summary>Adds a slide with only a title.</summary>
    public OpcPart NewSlide()
    {
        var slide = Package.Add("/ppt/slides/slide{0}.xml", Markup + "slide+xml", BlankParts.Open("slide.xml"));
        var layouts = Masters().SelectMany(m => m.Relations.Where(r => r.Is("slideLayout")).Select(r => Package.Target(m, r))).OfType<OpcPart>().ToList();
        var layout = layouts.Find(l => l.Read().Attribute("type")?.Value == "titleOnly") ?? layouts.FirstOrDefault()
            ?? throw new RuleException("The deck has no slide layouts. Save it again and add that file.");
        slide.Lead(layout, Office + "slideLayout");
        return slide;
    }

    /// <summary>Adds a copy of a slide, with its own notes.</summary>
    public OpcPart CopyOf(OpcPart slide)
    {
        var copy = slide.CopyTo(Package, "/ppt/slides/slide{0}.xml");
        if (Package.Target(slide, "notesSlide") is not { } notes) return copy;
        var own = notes.CopyTo(Package, "/ppt/notesSlides/notesSlide{0}.xml");
        own.Relations.RemoveAll(r => Package.Target(own, r) == slide);
        own.Lead(copy, Office + "slide");
        copy.Relations.RemoveAll(r => r.Is("notesSlide"));
        copy.Lead(own, Office + "notesSlide");
        return copy;
    }

    /// <summary>Sets the notes of a slide. If they are unchanged, nothing is modified.</summary>
    public void SetNotes(OpcPart slide, string notes)
    {
        var part = Package.Target(slide, "notesSlide");
        if (notes == (part is null ? "" : PptxDeck.Notes(part.Read()))) return;
        if (part is null)
        {
            part = Package.Add("/ppt/notesSlides/notesSlide{0}.xml", Markup + "notesSlide+xml", BlankParts.Open("notes.xml"));
            part.Lead(NotesMaster(), Office + "notesMaster");
            part.Lead(slide, Office + "slide");
            slide.Lead(part, Office + "notesSlide");
        }
        var body = part.Edit().Descendants(P + "sp").FirstOrDefault(s => s.Placeholder()?.Attribute("type")?.Value == "body")?.Element(P + "txBody");
        if (body is null) return;
        body.Elements(A + "p").Remove();
        body.Add(notes.Split('\n').Select(line => new XElement(A + "p", line.Length == 0 ? null : new XElement(A + "r", new XElement(A + "rPr"), new XElement(A + "t", line)))));
    }

    /// <summary>Sets the slides and their order. All others are removed, with everything that refers to them.</summary>
    /// <param name="slides">The slides.</param>
    /// <param name="sections">The names of sections, by the index of their first slide.</param>
    /// <param name="lost">Receives what cannot be kept.</param>
    public void Arrange(IReadOnlyList<OpcPart> slides, IReadOnlyList<(int First, string Name)> sections, Action<string> lost)
    {
        var presentation = _main.Edit();
        var known = Slides(presentation).Select(s => (Part: Package.Target(_main, _main.Relations.Find(r => r.Id == s.Attribute(R + "id")?.Value)), Id: s.Number("id") ?? 0)).Where(s => s.Part is not null).ToDictionary(s => s.Part!, s => s.Id);
        var next = Math.Max(255, known.Values.DefaultIfEmpty(0).Max());
        var ids = slides.Select(s => known.TryGetValue(s, out var id) ? id : ++next).ToList();
        var kept = slides.ToHashSet();
        foreach (var gone in Pages.Where(p => !kept.Contains(p))) Forget(gone, slides, lost);
        var list = presentation.Element(P + "sldIdLst");
        if (list is null) presentation.Elements().Last(e => e.Name == P + "sldMasterIdLst" || e.Name == P + "notesMasterIdLst" || e.Name == P + "handoutMasterIdLst").AddAfterSelf(list = new XElement(P + "sldIdLst"));
        list.ReplaceNodes(slides.Zip(ids, (slide, id) => new XElement(P + "sldId", new XAttribute("id", id), new XAttribute(R + "id", _main.Lead(slide, Office + "slide")))));
        foreach (var show in presentation.Element(P + "custShowLst")?.Elements(P + "custShow").Where(s => s.Element(P + "sldLst")?.HasElements != true).ToList() ?? [])
        {
            lost($"The custom show “{show.Attribute("name")?.Value}” is empty and is left out.");
            show.Remove();
        }
        if (presentation.Element(P + "custShowLst") is { HasElements: false } empty) empty.Remove();
        PresentationSections.Set(presentation, ids, sections);
    }

    /// <summary>Makes the slides advance by the clock.</summary>
    /// <param name="loops">Whether it restarts after its end, unattended.</param>
    public void RunByClock(bool loops)
    {
        var part = Package.Target(_main, "presProps");
        if (part is null)
        {
            part = Package.Add("/ppt/presProps.xml", Markup + "presProps+xml", () => new MemoryStream("<p:presentationPr xmlns:p=\"http://schemas.openxmlformats.org/presentationml/2006/main\"/>"u8.ToArray()));
            _main.Lead(part, Office + "presProps");
        }
        var properties = part.Edit();
        properties.Element(P + "showPr")?.Remove();
        var show = new XElement(P + "showPr", loops ? new XAttribute("loop", 1) : null, new XAttribute("useTimings", 1), new XElement(P + (loops ? "kiosk" : "present")), new XElement(P + "sldAll"));
        if (properties.Elements().FirstOrDefault(e => e.Name == P + "clrMru" || e.Name == P + "extLst") is { } after) after.AddBeforeSelf(show);
        else properties.Add(show);
    }

    /// <inheritdoc/>
    public void Dispose() => Package.Dispose();

    private static IEnumerable<XElement> Slides(XElement presentation) => presentation.Element(P + "sldIdLst")?.Elements(P + "sldId") ?? [];

    private IEnumerable<OpcPart> Masters() => _main.Relations.Where(r => r.Is("slideMaster")).Select(r => Package.Target(_main, r)).OfType<OpcPart>();

    private OpcPart NotesMaster()
    {
        if (Package.Target(_main, "notesMaster") is { } there) return there;
        var master = Package.Add("/ppt/notesMasters/notesMaster{0}.xml", Markup + "notesMaster+xml", BlankParts.Open("notesMaster.xml"));
        master.Lead(Package.Add("/ppt/theme/theme{0}.xml", ThemeType, BlankParts.Open("theme.xml")), Office + "theme");
        var list = new XElement(P + "notesMasterIdLst", new XElement(P + "notesMasterId", new XAttribute(R + "id", _main.Lead(master, Office + "notesMaster"))));
        _main.Edit().Element(P + "sldMasterIdLst")!.AddAfterSelf(list);
        return master;
    }

    /// <summary>Removes links to slides that no longer exist.</summary>
    private void Forget(OpcPart gone, IReadOnlyList<OpcPart> slides, Action<string> lost)
    {
        foreach (var part in slides.Prepend(_main).Concat(_main.Relations.Where(r => r.Is("viewProps")).Select(r => Package.Target(_main, r)).OfType<OpcPart>()))
            foreach (var relation in part.Relations.Where(r => r.Is("slide") && Package.Target(part, r) == gone).ToList())
            {
                part.Relations.Remove(relation);
                var named = part.Edit().Descendants().Where(e => e.Attributes().Any(a => a.Name.Namespace == R && a.Value == relation.Id)).ToList();
                foreach (var element in named) element.Remove();
                if (part != _main && named.Exists(e => e.Name.Namespace == A)) lost($"Slide {slides.ToList().IndexOf(part) + 1}: a link to a slide that is not exported is removed.");
            }
    }
}
