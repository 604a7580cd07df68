using System.Globalization;
using System.Text;
using System.Xml.Linq;

namespace Phonaris.Media.Pictures;

/// <summary>
/// Adds spans with fonts for the characters that the fonts of an SVG drawing lack: the SVG renderer searches only the system's fonts
/// and would find none.
/// </summary>
internal static class SvgLetters
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    /// <summary>Up to this character (Latin) the drawing's own font is assumed to be complete.</summary>
    private const char LastPlain = '\u024F';

    /// <summary>Adds fonts to a drawing.</summary>
    /// <param name="drawing">The drawing; its text is split into spans where necessary.</param>
    public static void Name(XDocument drawing)
    {
        foreach (var text in drawing.DescendantNodes().OfType<XText>().Where(t => t.Value.AsSpan().ContainsAnyExceptInRange('\0', LastPlain) && IsWritten(t)).ToList())
        {
            var families = Families(text.Parent!);
            var own = Typefaces.Find(families.Count > 0 ? families[0] : "", bold: false, italic: false).FamilyName;
            text.ReplaceWith(Runs(text.Value, families, own).Select(r => r.Family == own
                ? new XText(r.Text)
                : (object)new XElement(Svg + "tspan", new XAttribute("style", $"font-family:'{r.Family}'"), r.Text)).ToArray());
        }
    }

    private static bool IsWritten(XText text) => text.Parent is { } parent && parent.AncestorsAndSelf().Any(e => e.Name == Svg + "text");

    /// <summary>The parts of a text, each with a family that has its characters.</summary>
    private static List<(string Text, string Family)> Runs(string text, IReadOnlyList<string> families, string own)
    {
        var runs = new List<(StringBuilder Text, string Family)>();
        var clusters = StringInfo.GetTextElementEnumerator(text);
        while (clusters.MoveNext())
        {
            var cluster = clusters.GetTextElement();
            var family = Typefaces.For(cluster, families, bold: false, italic: false).FamilyName;
            if (runs.Count == 0 || runs[^1].Family != family) runs.Add((new(), family));
            runs[^1].Text.Append(cluster);
        }
        return [.. runs.Select(r => (r.Text.ToString(), r.Family))];
    }

    /// <summary>The families named by an element or its closest ancestor.</summary>
    private static List<string> Families(XElement element) =>
        element.AncestorsAndSelf().Select(e => Styled(e.Attribute("style")?.Value) ?? e.Attribute("font-family")?.Value).FirstOrDefault(f => f is not null)
            ?.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).Select(f => f.Trim('\'', '"')).ToList() ?? [];

    private static string? Styled(string? style) =>
        style?.Split(';').Select(d => d.Split(':', 2)).FirstOrDefault(d => d.Length == 2 && d[0].Trim() == "font-family")?[1].Trim();
}
