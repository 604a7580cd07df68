using System.Xml.Linq;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Presentations;

/// <summary>The sections of a presentation, in the published extension.</summary>
internal static class PresentationSections
{
    private const string Extension = "{521415D9-36F7-43E2-AB2F-B90AF26B5E84}";

    /// <summary>Sets the sections. If they are unchanged, nothing is modified.</summary>
    /// <param name="presentation">The document of the presentation.</param>
    /// <param name="slides">The ids of all its slides, in order.</param>
    /// <param name="sections">The names of sections, by the index of their first slide, in order.</param>
    public static void Set(XElement presentation, IReadOnlyList<long> slides, IReadOnlyList<(int First, string Name)> sections)
    {
        // If there are sections, every slide is in one.
        List<(int First, string Name)> all = sections.Count > 0 && sections[0].First > 0 ? [(0, "Beginning"), .. sections] : [.. sections];
        var wanted = all.Select((s, k) => (s.Name, Ids: slides.Take(k + 1 < all.Count ? all[k + 1].First : slides.Count).Skip(s.First).ToList())).ToList();
        var there = presentation.Descendants(Extended + "section").ToList();
        var ids = there.DistinctBy(s => s.Attribute("name")?.Value).ToDictionary(s => s.Attribute("name")?.Value ?? "", s => s.Attribute("id")?.Value);
        if (Signature(there) == string.Join('|', wanted.Select(w => $"{w.Name}:{string.Join(',', w.Ids)}"))) return;
        presentation.Descendants(P + "ext").Where(e => e.Attribute("uri")?.Value == Extension).Remove();
        if (wanted.Count > 0)
        {
            var list = new XElement(Extended + "sectionLst", new XAttribute(XNamespace.Xmlns + "p14", Extended), wanted.Select(w => new XElement(Extended + "section",
                new XAttribute("name", w.Name), new XAttribute("id", ids.Remove(w.Name, out var id) && id is not null ? id.ToUpperInvariant() : $"{{{Guid.NewGuid():D}}}".ToUpperInvariant()),
                new XElement(Extended + "sldIdLst", w.Ids.Select(id => new XElement(Extended + "sldId", new XAttribute("id", id)))))));
            if (presentation.Element(P + "extLst") is null) presentation.Add(new XElement(P + "extLst"));
            presentation.Element(P + "extLst")!.Add(new XElement(P + "ext", new XAttribute("uri", Extension), list));
        }
        if (presentation.Element(P + "extLst") is { HasElements: false } empty) empty.Remove();
    }

    private static string Signature(IEnumerable<XElement> sections) =>
        string.Join('|', sections.Select(s => $"{s.Attribute("name")?.Value}:{string.Join(',', s.Descendants(Extended + "sldId").Select(id => id.Attribute("id")?.Value))}"));
}
