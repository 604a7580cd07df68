using System.Globalization;
using System.Xml.Linq;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Names and units of OpenDocument markup (ISO/IEC 26300).</summary>
internal static class Odf
{
    public static readonly XNamespace Office = "urn:oasis:names:tc:opendocument:xmlns:office:1.0";
    public static readonly XNamespace Style = "urn:oasis:names:tc:opendocument:xmlns:style:1.0";
    public static readonly XNamespace Draw = "urn:oasis:names:tc:opendocument:xmlns:drawing:1.0";
    public static readonly XNamespace Text = "urn:oasis:names:tc:opendocument:xmlns:text:1.0";
    public static readonly XNamespace Table = "urn:oasis:names:tc:opendocument:xmlns:table:1.0";
    public static readonly XNamespace Charted = "urn:oasis:names:tc:opendocument:xmlns:chart:1.0";
    public static readonly XNamespace Show = "urn:oasis:names:tc:opendocument:xmlns:presentation:1.0";
    public static readonly XNamespace Anim = "urn:oasis:names:tc:opendocument:xmlns:animation:1.0";
    public static readonly XNamespace Smil = "urn:oasis:names:tc:opendocument:xmlns:smil-compatible:1.0";
    public static readonly XNamespace SvgCompatible = "urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0";
    public static readonly XNamespace Fo = "urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0";
    public static readonly XNamespace Link = "http://www.w3.org/1999/xlink";

    /// <summary>The value of an attribute; null if missing.</summary>
    public static string? Get(this XElement? element, XName name) => element?.Attribute(name)?.Value;

    /// <summary>The value of an attribute from the first of some elements that has it; null if none has.</summary>
    public static string? First(this IEnumerable<XElement> elements, XName name) => elements.Select(e => e.Get(name)).FirstOrDefault(v => v is not null);

    /// <summary>A length in points; null if invalid.</summary>
    public static double? Points(string? length)
    {
        if (length is null) return null;
        var digits = length.AsSpan().TrimEnd("abcdefghijklmnopqrstuvwxyz%");
        if (!double.TryParse(digits, NumberStyles.Float, CultureInfo.InvariantCulture, out var value)) return null;
        return length[digits.Length..] switch
        {
            "cm" => value * 72 / 2.54,
            "mm" => value * 72 / 25.4,
            "in" => value * 72,
            "pc" => value * 12,
            "px" => value * 0.75,
            "pt" or "" => value,
            _ => null,
        };
    }

    /// <summary>The length in an attribute, in points; null if missing or invalid.</summary>
    public static double? Length(this XElement? element, XName name) => Points(element.Get(name));

    /// <summary>A percentage as a fraction; null if invalid.</summary>
    public static double? Percent(string? text) =>
        text is not null && text.EndsWith('%') && double.TryParse(text[..^1], NumberStyles.Float, CultureInfo.InvariantCulture, out var v) ? v / 100 : null;

    /// <summary>A colour such as <c>#1e2b2a</c>, as 0xAARRGGBB; null if invalid.</summary>
    public static uint? Color(string? text) =>
        text is { Length: 7 } && text[0] == '#' && uint.TryParse(text.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var rgb)
            ? 0xFF000000 | rgb
            : null;

    /// <summary>A time such as <c>2.5s</c>, <c>500ms</c> or <c>PT00H00M05S</c>, in milliseconds; null if invalid.</summary>
    public static long? Time(string? text)
    {
        if (text is null) return null;
        if (text.StartsWith("PT", StringComparison.Ordinal))
        {
            double total = 0;
            var start = 2;
            for (var i = 2; i < text.Length; i++)
            {
                if (char.IsAsciiDigit(text[i]) || text[i] is '.' or ',') continue;
                if (!double.TryParse(text.AsSpan(start, i - start).ToString().Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var part)) return null;
                total += part * (text[i] switch { 'H' => 3600, 'M' => 60, 'S' => 1, _ => 0 });
                start = i + 1;
            }
            return (long)Math.Round(total * 1000);
        }
        var unit = text.EndsWith("ms", StringComparison.Ordinal) ? 1 : 1000;
        return double.TryParse(text.TrimEnd('m', 's'), NumberStyles.Float, CultureInfo.InvariantCulture, out var value) ? (long)Math.Round(value * unit) : null;
    }

    /// <summary>The text of a paragraph, with line breaks, tabs and runs of spaces.</summary>
    public static string Line(XElement paragraph) => string.Concat(paragraph.Nodes().Select(node => node switch
    {
        XText text => text.Value,
        XElement e when e.Name == Text + "line-break" => " ",
        XElement e when e.Name == Text + "tab" => "\t",
        XElement e when e.Name == Text + "s" => new string(' ', Math.Clamp(int.TryParse(e.Get(Text + "c"), out var n) ? n : 1, 1, 100)),
        XElement e when e.Name == Office + "annotation" => "",
        XElement e => Line(e),
        _ => "",
    }));

    /// <summary>The text of a frame, one line per paragraph.</summary>
    public static string Lines(XElement? holder) =>
        holder is null ? "" : string.Join('\n', holder.Descendants().Where(e => e.Name == Text + "p" || e.Name == Text + "h").Select(p => Line(p).Trim()).Where(l => l.Length > 0));
}
