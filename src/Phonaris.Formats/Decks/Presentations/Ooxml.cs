using System.Globalization;
using System.Xml.Linq;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Names and units of ISO/IEC 29500 markup.</summary>
internal static class Ooxml
{
    public static readonly XNamespace P = "http://schemas.openxmlformats.org/presentationml/2006/main";
    public static readonly XNamespace A = "http://schemas.openxmlformats.org/drawingml/2006/main";
    public static readonly XNamespace C = "http://schemas.openxmlformats.org/drawingml/2006/chart";
    public static readonly XNamespace R = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    public static readonly XNamespace Compatibility = "http://schemas.openxmlformats.org/markup-compatibility/2006";

    /// <summary>The published extension of 2010 for media, sections and transition lengths.</summary>
    public static readonly XNamespace Extended = "http://schemas.microsoft.com/office/powerpoint/2010/main";

    private const double EmuPerPoint = 12_700;

    // The strict form of the standard (part 1) uses other namespaces than the transitional one (part 4).
    private static readonly Dictionary<XNamespace, XNamespace> Strict = new()
    {
        ["http://purl.oclc.org/ooxml/presentationml/main"] = P,
        ["http://purl.oclc.org/ooxml/drawingml/main"] = A,
        ["http://purl.oclc.org/ooxml/drawingml/chart"] = C,
        ["http://purl.oclc.org/ooxml/officeDocument/relationships"] = R,
    };

    /// <summary>The document with transitional instead of strict names.</summary>
    public static XElement Transitional(XElement root)
    {
        if (!Strict.ContainsKey(root.Name.Namespace)) return root;
        foreach (var element in root.DescendantsAndSelf())
        {
            element.Name = Name(element.Name);
            element.ReplaceAttributes(element.Attributes().Where(a => !a.IsNamespaceDeclaration).Select(a => new XAttribute(Name(a.Name), a.Value)).ToList());
        }
        return root;

        static XName Name(XName name) => Strict.TryGetValue(name.Namespace, out var space) ? space + name.LocalName : name;
    }

    /// <summary>The drawing stored with a diagram: the same names as a slide's shapes in another namespace.</summary>
    public static XElement AsSlide(XElement drawing)
    {
        var own = drawing.Name.Namespace;
        var slide = new XElement(drawing);
        foreach (var element in slide.DescendantsAndSelf().Where(e => e.Name.Namespace == own)) element.Name = P + element.Name.LocalName;
        return slide;
    }

    /// <summary>The integer in an attribute; null if missing.</summary>
    public static long? Number(this XElement? element, string attribute) =>
        long.TryParse(element?.Attribute(attribute)?.Value, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var n) ? n : null;

    /// <summary>The length in an attribute in English metric units, in points.</summary>
    public static double? Points(this XElement? element, string attribute) => element.Number(attribute) / EmuPerPoint;

    /// <summary>The fraction in an attribute in thousandths of a percent, or with a percent sign as in the strict form.</summary>
    public static double? Share(this XElement? element, string attribute)
    {
        var text = element?.Attribute(attribute)?.Value;
        if (text is null) return null;
        var percent = text.EndsWith('%');
        return double.TryParse(percent ? text[..^1] : text, NumberStyles.Float, CultureInfo.InvariantCulture, out var v) ? v / (percent ? 100 : 100_000) : null;
    }

    /// <summary>The elements with a name that extensions of the standard (part 3) add, in any namespace.</summary>
    public static IEnumerable<XElement> Extensions(this XElement element, string name) => element.Descendants().Where(e => e.Name.LocalName == name && e.Name.Namespace != P && e.Name.Namespace != A);

    /// <summary>Whether a boolean attribute is true.</summary>
    public static bool Says(this XElement? element, string attribute, bool otherwise = false) =>
        element?.Attribute(attribute)?.Value is { } value ? value is "1" or "true" or "on" : otherwise;

    /// <summary>The shapes of a tree in drawing order, groups as they are. Of alternatives, the one every reader supports.</summary>
    public static IEnumerable<XElement> Shapes(this XElement? tree)
    {
        foreach (var child in tree?.Elements() ?? [])
        {
            if (child.Name != Compatibility + "AlternateContent") yield return child;
            else foreach (var shape in Chosen(child).Shapes()) yield return shape;
        }
    }

    /// <summary>Whether no part of an element's path is a fallback alternative.</summary>
    public static bool IsChosen(this XElement element) =>
        element.Ancestors().Where(a => a.Parent?.Name == Compatibility + "AlternateContent").All(a => Chosen(a.Parent!) == a);

    /// <summary>Among alternatives, the fallback for simple readers, which is often a picture; otherwise the first (ISO/IEC 29500-3, 7.5).</summary>
    private static XElement? Chosen(XElement ways) =>
        ways.Element(Compatibility + "Fallback") is { HasElements: true } fallback ? fallback : ways.Element(Compatibility + "Choice");

    /// <summary>The common properties of shapes: id, name, description.</summary>
    public static XElement? Properties(this XElement shape) => shape.Elements().FirstOrDefault(e => e.Name.LocalName.StartsWith("nv", StringComparison.Ordinal))?.Element(P + "cNvPr");

    /// <summary>The placeholder of a shape; null for none.</summary>
    public static XElement? Placeholder(this XElement shape) =>
        shape.Elements().FirstOrDefault(e => e.Name.LocalName.StartsWith("nv", StringComparison.Ordinal))?.Element(P + "nvPr")?.Element(P + "ph");

    /// <summary>The text of a body, one line per paragraph.</summary>
    public static string Text(XElement? body) => body is null ? "" : string.Join('\n', body.Elements(A + "p").Select(Line).Where(l => l.Length > 0));

    /// <summary>The text of a paragraph.</summary>
    public static string Line(XElement paragraph) => string.Concat(paragraph.Elements().Select(e =>
        e.Name == A + "br" ? " " : e.Name == A + "r" || e.Name == A + "fld" ? e.Element(A + "t")?.Value ?? "" : "")).Trim();
}
