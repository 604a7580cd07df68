using System.Globalization;
using System.Xml.Linq;
using static Phonaris.Formats.Decks.Presentations.Odf;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>The fields of a page that its master defines for all pages: number, header, footer and date (ISO/IEC 26300-1, 7.4, 7.9).</summary>
/// <param name="page">The page.</param>
/// <param name="properties">The page's properties, nearest first.</param>
internal sealed class OdpFields(XElement page, IReadOnlyList<XElement> properties)
{
    private readonly string _number = (page.ElementsBeforeSelf(Draw + "page").Count() + 1).ToString(CultureInfo.InvariantCulture);

    /// <summary>Whether a shape of the master is visible on the page: all except placeholders, and those placeholders that the page enables.</summary>
    /// <param name="shape">The shape.</param>
    public bool Shows(XElement shape) => shape.Get(Show + "class") switch
    {
        null => true,
        "header" or "footer" or "date-time" or "page-number" => properties.First(Show + $"display-{shape.Get(Show + "class")}") == "true",
        _ => false,
    };

    /// <summary>The text of a field on the page; null if the element is not a field.</summary>
    /// <param name="field">The element.</param>
    public string? Says(XElement field)
    {
        if (field.Name == Text + "page-number") return _number;
        if (field.Name != Show + "header" && field.Name != Show + "footer" && field.Name != Show + "date-time") return null;
        // Declared once in the presentation and referred to by name.
        var used = page.Get(Show + $"use-{field.Name.LocalName}-name");
        return page.Parent?.Elements(Show + $"{field.Name.LocalName}-decl").FirstOrDefault(d => d.Get(Show + "name") == used)?.Value ?? field.Value;
    }
}
