using System.Xml.Linq;
using Phonaris.Core.Shows;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>A presentation of ISO/IEC 29500, <c>.pptx</c>, transitional or strict.</summary>
internal sealed class PptxDeck : IDeckFormat
{
    public string Type => MediaTypes.Pptx;

    public bool Recognises(DeckFile file, ReadOnlySpan<byte> head)
    {
        if (!head.StartsWith("PK\x03\x04"u8)) return false;
        try
        {
            using var zip = ZipFiles.Open(file.Path, file.Name);
            return zip.GetEntry("[Content_Types].xml") is not null && zip.Entries.Any(e => e.FullName.StartsWith("ppt/", StringComparison.Ordinal));
        }
        catch (RuleException)
        {
            // A damaged zip is reported by the format that reads it.
            return false;
        }
    }

    public Deck Read(DeckFile file)
    {
        using var package = new PptxPackage(file.Path, file.Name);
        if (package.Slides.Count == 0) throw new RuleException($"{file.Name} has no slides. Choose another deck.");
        if (package.Slides.Count > Core.Shows.Edits.AddSlides.MostSlides)
            throw new RuleException($"{file.Name} has {package.Slides.Count:N0} slides, but a show can have at most {Core.Shows.Edits.AddSlides.MostSlides:N0}.");
        var sections = SectionNames(package.Presentation);
        List<DeckSlide> slides = [];
        List<DeckSound> sounds = [];
        foreach (var ((id, part), number) in package.Slides.Select((s, i) => (s, i + 1)))
        {
            var xml = package.Xml(part);
            var timing = new PptxTiming(xml);
            var notes = part.NotesSlidePart is { } notesPart ? package.Xml(notesPart) : null;
            List<string> notUnderstood = [];
            sounds.AddRange(PptxSounds.Of(package, part, xml, timing, number, package.Slides.Count, notUnderstood.Add).Select(s => s with { Deck = file.Media }));
            var drawing = new PptxDrawing(package, part, number).Read();
            slides.Add(Slide(xml, timing, notes, number, sections.GetValueOrDefault(id), package, file) with
            {
                NotUnderstood = [.. notUnderstood, .. NotUnderstood(xml, timing)],
                NotDrawn = [.. drawing.NotDrawn.Concat(NotDrawn(xml)).Distinct()],
                Fonts = [.. drawing.Fonts],
            });
        }
        return new([.. slides], [.. PptxSounds.Joined(sounds)]);
    }

    public IReadOnlyList<Core.Drawings.SlideDrawing> Draw(string path, IEnumerable<int> pages)
    {
        using var package = new PptxPackage(path, Path.GetFileName(path));
        return [.. pages.Select(page => new PptxDrawing(package, package.Slides[page - 1].Part, page).Read())];
    }

    private static DeckSlide Slide(XElement xml, PptxTiming timing, XElement? notes, int number, string? section, PptxPackage package, DeckFile file)
    {
        var shapes = Flat(xml.Element(P + "cSld")?.Element(P + "spTree")).ToList();
        var (heading, text) = Words(xml);
        if (heading.Length == 0) heading = text.Length > 0 ? Names.Plain(text.Split('\n')[0]) : $"Slide {number}";
        var transition = Transition(xml);
        var reveals = timing.Steps.Any(s => s.Reveals.Count > 0);
        var steps = timing.Steps.Select((s, k) => new DeckStep(k + 1, k == 0 ? "" : Label(s, shapes), k == 0 ? 0 : s.OffsetMs) { Reveals = reveals });
        var picture = new PictureSource(file.Media, MediaTypes.Pptx, number, (int)Math.Round(package.Width), (int)Math.Round(package.Height));
        return new(
            number, heading, text, Notes(notes), transition.Number("advTm"), !xml.Says("show", otherwise: true), [.. steps], section, picture,
            TransitionMs(transition));
    }

    /// <summary>The title of a slide, if it has one, and all its text.</summary>
    internal static (string Title, string Text) Words(XElement xml)
    {
        var shapes = Flat(xml.Element(P + "cSld")?.Element(P + "spTree")).ToList();
        var title = shapes.FirstOrDefault(s => s.Placeholder()?.Attribute("type")?.Value is "title" or "ctrTitle");
        return (Names.Plain(Text(title?.Element(P + "txBody")).Replace('\n', ' ')), string.Join('\n', shapes.SelectMany(Texts).Where(t => t.Length > 0)));
    }

    /// <summary>All shapes, also those in groups.</summary>
    private static IEnumerable<XElement> Flat(XElement? tree) =>
        tree.Shapes().SelectMany(s => s.Name == P + "grpSp" ? Flat(s) : [s]);

    /// <summary>The texts of a shape, or of the cells of a table.</summary>
    private static IEnumerable<string> Texts(XElement shape) => shape.Element(P + "txBody") is { } body
        ? [Names.PlainLines(Text(body))]
        : shape.Descendants(A + "tc").Select(c => Names.PlainLines(Text(c.Element(A + "txBody"))));

    /// <summary>The text of a notes page.</summary>
    internal static string Notes(XElement? notes) => notes is null ? "" : Names.PlainLines(string.Join('\n', Flat(notes.Element(P + "cSld")?.Element(P + "spTree"))
        .Where(s => s.Placeholder()?.Attribute("type")?.Value == "body")
        .Select(s => Text(s.Element(P + "txBody")))));

    private static string Label(SlideStep step, List<XElement> shapes)
    {
        foreach (var reveal in step.Reveals)
        {
            var shape = shapes.FirstOrDefault(s => s.Properties()?.Attribute("id")?.Value == reveal.ShapeId);
            var paragraphs = shape?.Element(P + "txBody")?.Elements(A + "p").Select(Line).ToList() ?? [];
            var text = reveal.From is { } from
                ? string.Join(' ', paragraphs.Skip(from).Take((reveal.To ?? from) - from + 1))
                : string.Join(' ', paragraphs);
            var properties = shape?.Properties();
            if (text.Trim().Length == 0) text = properties?.Attribute("descr")?.Value ?? properties?.Attribute("name")?.Value ?? "";
            if (text.Trim().Length > 0) return Names.Plain(text.Trim());
        }
        return "";
    }

    /// <summary>The transition of a slide; of alternatives, the first.</summary>
    internal static XElement? Transition(XElement xml)
    {
        if (xml.Element(P + "transition") is { } plain) return plain;
        var alternatives = xml.Elements(Compatibility + "AlternateContent").FirstOrDefault(e => e.Descendants(P + "transition").Any());
        return alternatives?.Descendants(P + "transition").FirstOrDefault();
    }

    /// <summary>Its length in milliseconds; 0 for a cut.</summary>
    internal static long TransitionMs(XElement? transition)
    {
        var effect = transition?.Elements().Any(e => e.Name != P + "sndAc" && e.Name != P + "extLst" && e.Name != P + "cut") == true;
        if (!effect) return 0;
        if (long.TryParse(transition!.Attributes().FirstOrDefault(a => a.Name.LocalName == "dur")?.Value, out var ms)) return Math.Max(0, ms);
        return transition.Attribute("spd")?.Value switch { "slow" => TransitionSpeed.SlowMs, "med" => TransitionSpeed.MediumMs, _ => TransitionSpeed.FastMs };
    }

    private static Dictionary<string, string> SectionNames(XElement presentation) => presentation
        .Extensions("section")
        .SelectMany(s => s.Extensions("sldId").Select(id => (Id: id.Attribute("id")?.Value ?? "", Name: Names.Plain(s.Attribute("name")?.Value ?? ""))))
        .DistinctBy(s => s.Id)
        .ToDictionary(s => s.Id, s => s.Name.Length > 0 ? s.Name : "Section");

    private static IEnumerable<string> NotUnderstood(XElement xml, PptxTiming timing)
    {
        if (xml.Descendants(P + "animMotion").Any()) yield return "a motion path is left out";
        if (timing.NotUnderstood is { } told) yield return told;
    }

    private static IEnumerable<string> NotDrawn(XElement xml)
    {
        if (xml.Descendants(A + "glow").Concat(xml.Descendants(A + "softEdge")).Concat(xml.Descendants(A + "reflection")).Any(e => e.IsChosen())) yield return "a glow, a soft edge or a reflection is left out";
        if (xml.Descendants(A + "lnTlToBr").Concat(xml.Descendants(A + "lnBlToTr")).Any(l => l.Element(A + "solidFill") is not null)) yield return "a diagonal line of a table is left out";
        if (xml.Descendants().Any(e => e.Name.LocalName == "oMathPara" && e.IsChosen())) yield return "a formula is left out";
    }
}
