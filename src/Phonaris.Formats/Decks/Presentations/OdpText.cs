using System.Globalization;
using System.Xml.Linq;
using Phonaris.Core.Drawings;
using static Phonaris.Formats.Decks.Presentations.Odf;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Reads the text of a shape, with the styles of its paragraphs, its runs, its lists and itself.</summary>
/// <param name="package">The presentation.</param>
/// <param name="styles">The styles of the shape, the closest first.</param>
/// <param name="looks">Their graphic properties.</param>
/// <param name="timing">The steps of its paragraphs.</param>
/// <param name="fields">The values of fields.</param>
internal sealed class OdpText(OdpPackage package, List<XElement> styles, List<XElement> looks, OdpTiming timing, OdpFields fields)
{
    private const int MostColumns = 16;
    private const double UsualSize = 18;

    /// <summary>The text; null if there is none.</summary>
    /// <param name="holder">The shape, the cell, or the text box of a frame.</param>
    /// <param name="isFrame">Whether it belongs to a frame: its text wraps unless the frame grows with it (ODF 1.3, 20.165), whatever the defaults of shapes are.</param>
    public TextBody? Read(XElement holder, bool isFrame = false)
    {
        List<Paragraph> paragraphs = [];
        foreach (var child in holder.Elements()) Collect(child, 0, paragraphs, []);
        if (paragraphs.All(p => p.Runs.All(r => r.Text.Trim().Length == 0))) return null;
        string? First(XName name) => looks.First(name);
        var columns = looks.Select(l => l.Element(Style + "columns")).FirstOrDefault(c => c is not null);
        double Padding(string side) => Odf.Points(First(Fo + $"padding-{side}") ?? First(Fo + "padding")) ?? (side is "left" or "right" ? 7.1 : 3.5);
        return new(
            [.. paragraphs], Padding("left"), Padding("top"), Padding("right"), Padding("bottom"),
            First(Draw + "textarea-vertical-align") switch { "middle" => Anchor.Middle, "bottom" => Anchor.Bottom, _ => Anchor.Top },
            isFrame ? First(Draw + "auto-grow-width") != "true" : First(Fo + "wrap-option") != "no-wrap", First(Draw + "fit-to-size") is "shrink-to-fit" or "true")
        {
            Columns = Math.Clamp(int.TryParse(columns.Get(Fo + "column-count"), NumberStyles.None, CultureInfo.InvariantCulture, out var count) ? count : 1, 1, MostColumns),
            ColumnGap = columns.Length(Fo + "column-gap") ?? 0,
            CenteredAcross = First(Draw + "textarea-horizontal-align") == "center",
        };
    }

    private void Collect(XElement element, int level, List<Paragraph> paragraphs, int[] numbers)
    {
        if (element.Name == Text + "list")
        {
            int[] own = [0];
            foreach (var item in element.Elements().Where(e => e.Name == Text + "list-item" || e.Name == Text + "list-header"))
            {
                own[0]++;
                foreach (var child in item.Elements()) Collect(child, level + 1, paragraphs, own);
            }
        }
        else if (element.Name == Text + "p" || element.Name == Text + "h") paragraphs.Add(Read(element, level, numbers.Length > 0 ? numbers[0] : 0));
    }

    private Paragraph Read(XElement paragraph, int level, int number)
    {
        var chain = package.Chain("paragraph", paragraph.Get(Text + "style-name"));
        // Outline levels have their own styles, named after the first.
        var outline = level > 1 && styles.FirstOrDefault(s => s.Get(Style + "name")?.EndsWith("outline1", StringComparison.Ordinal) == true) is { } first
            ? package.Chain("presentation", first.Get(Style + "name")![..^1] + Math.Min(level, 9))
            : [];
        List<XElement> all = [.. chain.Where(s => s.Name == Style + "style"), .. outline, .. styles, .. chain.Where(s => s.Name != Style + "style")];
        List<XElement> settings = [.. all.Select(s => s.Element(Style + "paragraph-properties")).OfType<XElement>()];
        List<XElement> words = [.. all.Select(s => s.Element(Style + "text-properties")).OfType<XElement>()];
        string? First(XName name) => settings.First(name);
        List<TextRun> runs = [.. Runs(paragraph, words)];
        var rightToLeft = First(Style + "writing-mode") is { } mode && mode.StartsWith("rl", StringComparison.Ordinal);
        if (runs.Count == 0) runs.Add(Run("", words));
        var list = level > 0 ? all.Select(s => s.Element(Style + "graphic-properties")?.Element(Text + "list-style")).FirstOrDefault(l => l is not null) : null;
        var (bullet, margin, indent) = Bullet(list, level, number, runs[0]);
        var stay = timing.StayOf(OdpDeck.Id(paragraph));
        return new(
            [.. runs],
            First(Fo + "text-align") switch
            {
                "center" => Align.Center,
                "justify" => Align.Justified,
                "left" => Align.Left,
                "right" => Align.Right,
                "end" => rightToLeft ? Align.Left : Align.Right,
                _ => rightToLeft ? Align.Right : Align.Left,
            },
            margin + (Odf.Points(First(Fo + "margin-left")) is { } m && level == 0 ? m : 0), indent, bullet,
            Odf.Points(First(Fo + "margin-top")) ?? 0, Odf.Points(First(Fo + "margin-bottom")) ?? 0, Percent(First(Fo + "line-height")) ?? 1, stay.From)
        {
            ToStep = stay.To,
            LineHeight = Odf.Points(First(Fo + "line-height")),
            RightToLeft = rightToLeft,
            Tabs = [.. settings.Select(p => p.Element(Style + "tab-stops")).FirstOrDefault(t => t is not null)?.Elements(Style + "tab-stop").Select(t => t.Length(Style + "position") ?? 0).Where(t => t > 0).Order() ?? Enumerable.Empty<double>()],
        };
    }

    private (Bullet? Bullet, double Margin, double Indent) Bullet(XElement? list, int level, int number, TextRun run)
    {
        if (level == 0) return (null, 0, 0);
        var (margin, indent) = (level * 22.0, -18.0);
        var own = list?.Elements().FirstOrDefault(e => e.Get(Text + "level") == level.ToString(CultureInfo.InvariantCulture));
        var properties = own?.Element(Style + "list-level-properties");
        if (properties.Length(Text + "space-before") is { } before) margin = before + (properties.Length(Text + "min-label-width") ?? 0);
        if (properties.Length(Text + "min-label-width") is { } width) indent = -width;
        var color = Color(own?.Element(Style + "text-properties").Get(Fo + "color")) ?? run.Color;
        if (own?.Name == Text + "list-level-style-number")
            return (own.Get(Style + "num-format") is "" or null ? null : new($"{number}{own.Get(Style + "num-suffix") ?? "."}", color), margin, indent);
        if (own is null && list is not null) return (null, margin, indent);
        if (own?.Name == Text + "list-level-style-image" && package.File(own.Get(Link + "href")) is { } picture)
            return (new("•", color) { Picture = new(picture, 0, 0, 0, 0) }, margin, indent);
        return (new(own.Get(Text + "bullet-char") is { Length: > 0 } sign && sign[0] < 0xE000 ? sign : "•", color), margin, indent);
    }

    private IEnumerable<TextRun> Runs(XElement holder, List<XElement> words)
    {
        foreach (var node in holder.Nodes())
        {
            if (node is XText text)
            {
                var plain = text.Value.ReplaceLineEndings(" ");
                if (plain.Length == 0) continue;
                foreach (var run in words.First(Fo + "font-variant") == "small-caps" ? SmallCapitals.Of(Run(plain, words)) : [Run(plain, words)]) yield return run;
            }
            else if (node is XElement e)
            {
                if (fields.Says(e) is { } said) yield return Run(said, words);
                else if (e.Name == Text + "line-break") yield return Run("\n", words);
                else if (e.Name == Text + "tab") yield return Run("\t", words);
                else if (e.Name == Text + "s") yield return Run(Line(new XElement(Text + "p", e)), words);
                else if (e.Name != Office + "annotation")
                {
                    List<XElement> own = [.. package.Chain("text", e.Get(Text + "style-name")).Where(s => s.Name == Style + "style").Select(s => s.Element(Style + "text-properties")).OfType<XElement>()];
                    foreach (var run in Runs(e, [.. own, .. words])) yield return run;
                }
            }
        }
    }

    private TextRun Run(string text, List<XElement> words)
    {
        string? First(XName name) => words.First(name);
        if (First(Fo + "text-transform") == "uppercase") text = text.ToUpper(CultureInfo.InvariantCulture);
        return new(
            text, Size(words), Color(First(Fo + "color")) ?? 0xFF000000, Family("") ?? "",
            First(Fo + "font-weight") is "bold" or "600" or "700" or "800" or "900", First(Fo + "font-style") is "italic" or "oblique",
            First(Style + "text-underline-style") is { } u && u != "none", First(Style + "text-line-through-style") is { } s && s != "none", Raised(First(Style + "text-position")))
        {
            OtherFonts = [.. new[] { Family("-asian"), Family("-complex") }.OfType<string>()],
            Spacing = Odf.Points(First(Fo + "letter-spacing")) ?? 0,
            Highlight = Color(First(Fo + "background-color")),
        };

        // By the family itself, or by the name of a font declaration.
        string? Family(string script)
        {
            var own = First(script.Length == 0 ? Fo + "font-family" : Style + $"font-family{script}");
            var family = own ?? (First(Style + $"font-name{script}") is { } listed ? package.FontFamily(listed) : null);
            return family?.Split(',')[0].Trim(' ', '\'', '"');
        }
    }

    /// <summary>The baseline shift of text as a fraction of its size: a keyword or a percentage.</summary>
    private static double Raised(string? position) => position?.Split(' ')[0] switch
    {
        null => 0,
        "super" => 0.33,
        "sub" => -0.33,
        var share => Percent(share) ?? 0,
    };

    /// <summary>The size of a font: relative ones multiply inherited ones.</summary>
    private static double Size(List<XElement> words)
    {
        var factor = 1.0;
        foreach (var size in words.Select(w => w.Get(Fo + "font-size")).OfType<string>())
        {
            if (Percent(size) is { } share) factor *= share;
            else if (Odf.Points(size) is { } points) return points * factor;
        }
        return UsualSize * factor;
    }
}
