using System.Globalization;
using System.Xml.Linq;
using Phonaris.Core.Drawings;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>
/// Reads the text of a shape. Missing properties come from the levels of list styles, the closest first: the shape's own, its
/// placeholder's on layout and master, the master's for its kind, the presentation's (ISO/IEC 29500-1, 21.1.2).
/// </summary>
/// <param name="colors">The colours.</param>
/// <param name="bodies">The text bodies that the shape inherits from, the closest first, including its own.</param>
/// <param name="styles">The list styles after those, the closest first.</param>
/// <param name="styleColor">The text colour of the shape's style; null for none.</param>
/// <param name="heading">Whether it is a heading, for its font.</param>
/// <param name="slideNumber">The number of its slide.</param>
internal sealed class PptxText(
    PptxColors colors, IReadOnlyList<XElement> bodies, IReadOnlyList<XElement> styles, uint? styleColor, bool heading, string slideNumber)
{
    private const int MostColumns = 16, GreatestStart = 32_767;
    private const double UsualSize = 18, UsualSide = 7.2, UsualEdge = 3.6;

    private static readonly string[] OtherScripts = ["ea", "cs", "sym"];

    private readonly IReadOnlyList<XElement> _lists = [.. bodies.Select(b => b.Element(A + "lstStyle")).OfType<XElement>()];

    /// <summary>The text; null if there is none.</summary>
    /// <param name="stay">The steps at which a paragraph is visible.</param>
    public TextBody? Read(Func<int, (int From, int To)> stay)
    {
        var paragraphs = bodies[0].Elements(A + "p").ToList();
        if (paragraphs.All(p => Ooxml.Line(p).Length == 0)) return null;
        var properties = bodies.Select(b => b.Element(A + "bodyPr")).OfType<XElement>().ToList();
        var fit = properties.Select(p => p.Elements().FirstOrDefault(e => e.Name.LocalName.EndsWith("Autofit", StringComparison.Ordinal))).FirstOrDefault(f => f is not null);
        var scale = fit.Share("fontScale") ?? 1;
        var tighten = 1 - (fit.Share("lnSpcReduction") ?? 0);
        var counters = new int[9];
        return new(
            [.. paragraphs.Select((p, i) => Paragraph(p, scale, tighten, counters, stay(i)))],
            Inset("lIns", UsualSide), Inset("tIns", UsualEdge), Inset("rIns", UsualSide), Inset("bIns", UsualEdge),
            First("anchor") switch { "ctr" => Anchor.Middle, "b" => Anchor.Bottom, _ => Anchor.Top },
            First("wrap") != "none", fit?.Name.LocalName == "normAutofit",
            First("vert") switch { "vert" or "eaVert" => 90, "vert270" => 270, _ => 0 })
        {
            Columns = int.TryParse(First("numCol"), NumberStyles.None, CultureInfo.InvariantCulture, out var columns) ? Math.Clamp(columns, 1, MostColumns) : 1,
            ColumnGap = Inset("spcCol", 0),
            CenteredAcross = First("anchorCtr") is "1" or "true",
        };

        string? First(string attribute) => properties.Select(p => p.Attribute(attribute)?.Value).FirstOrDefault(v => v is not null);
        double Inset(string attribute, double usual) => properties.Select(p => p.Points(attribute)).FirstOrDefault(v => v is not null) ?? usual;
    }

    private Paragraph Paragraph(XElement element, double scale, double tighten, int[] counters, (int From, int To) stay)
    {
        var own = element.Element(A + "pPr");
        var level = (int)Math.Clamp(own.Number("lvl") ?? 0, 0, 8);
        List<XElement> chain = [.. own is null ? [] : new[] { own }, .. _lists.Concat(styles).Select(s => s.Element(A + $"lvl{level + 1}pPr")).OfType<XElement>()];
        List<TextRun> runs = [.. element.Elements().SelectMany(e => Runs(e, chain, scale))];
        var size = runs.Count > 0 ? runs[0].Size : Size(null, chain) * scale;
        var lines = Child("lnSpc");
        var spacing = lines?.Element(A + "spcPct").Share("val") ?? 1;
        return new(
            [.. runs],
            First("algn") switch { "ctr" => Align.Center, "r" => Align.Right, "just" or "dist" => Align.Justified, _ => Align.Left },
            Length("marL"), Length("indent"), Bullet(chain, runs, level, counters), Space("spcBef", size), Space("spcAft", size), Math.Max(0.5, spacing * tighten), stay.From)
        {
            ToStep = stay.To,
            LineHeight = lines?.Element(A + "spcPts").Number("val") / 100.0,
            RightToLeft = First("rtl") is "1" or "true",
            Tabs = [.. Child("tabLst")?.Elements(A + "tab").Select(t => t.Points("pos") ?? 0).Where(t => t > 0).Order() ?? Enumerable.Empty<double>()],
        };

        string? First(string attribute) => chain.Select(c => c.Attribute(attribute)?.Value).FirstOrDefault(v => v is not null);
        double Length(string attribute) => chain.Select(c => c.Points(attribute)).FirstOrDefault(v => v is not null) ?? 0;
        XElement? Child(string name) => chain.Select(c => c.Element(A + name)).FirstOrDefault(e => e is not null);
        double Space(string name, double of) =>
            Child(name) is { } space ? (space.Element(A + "spcPts").Number("val") / 100.0 ?? (space.Element(A + "spcPct").Share("val") ?? 0) * of) * tighten : 0;
    }

    private IEnumerable<TextRun> Runs(XElement element, List<XElement> chain, double scale)
    {
        if (element.Name != A + "r" && element.Name != A + "fld" && element.Name != A + "br") return [];
        var own = element.Element(A + "rPr");
        List<XElement> looks = [.. own is null ? [] : new[] { own }, .. chain.Select(c => c.Element(A + "defRPr")).OfType<XElement>()];
        var text = element.Name == A + "br" ? "\n" : element.Attribute("type")?.Value == "slidenum" ? slideNumber : element.Element(A + "t")?.Value ?? "";
        if (text.Length == 0) return [];
        var link = own?.Element(A + "hlinkClick") is not null;
        var run = new TextRun(
            text, Size(own, chain) * scale, Color(own, chain, link), Face(looks),
            Says("b"), Says("i"), link || First("u") is { } u && u != "none", First("strike") is { } s && s != "noStrike", looks.Select(l => l.Share("baseline")).FirstOrDefault(v => v is not null) ?? 0)
        {
            OtherFonts = [.. OtherScripts.Select(script => Named(looks, script)).OfType<string>().Where(f => f.Length > 0 && f[0] != '+'), .. colors.OtherFonts(heading, First("lang"))],
            Spacing = looks.Select(l => l.Number("spc")).FirstOrDefault(v => v is not null) / 100.0 ?? 0,
            Outline = colors.Line(looks.Select(l => l.Element(A + "ln")).FirstOrDefault(l => l is not null), null, null).Line,
            Highlight = colors.Color(own?.Element(A + "highlight")),
        };
        return First("cap") switch { "all" => [run with { Text = text.ToUpper(CultureInfo.InvariantCulture) }], "small" => SmallCapitals.Of(run), _ => [run] };

        string? First(string attribute) => looks.Select(l => l.Attribute(attribute)?.Value).FirstOrDefault(v => v is not null);
        bool Says(string attribute) => First(attribute) is "1" or "true" or "on";
    }

    private uint Color(XElement? own, List<XElement> chain, bool link)
    {
        // The style of a shape takes precedence over what comes from outside the shape and its placeholders.
        var near = chain.Take(chain.Count(c => c.Name == A + "pPr" || _lists.Any(l => c.Parent == l)));
        return Of(own) ?? (link ? colors.Scheme("hlink") : null)
            ?? Nearest(near) ?? styleColor ?? Nearest(chain) ?? 0xFF000000;

        uint? Nearest(IEnumerable<XElement> levels) => levels.Select(c => Of(c.Element(A + "defRPr"))).FirstOrDefault(c => c is not null);
        uint? Of(XElement? looks) => colors.Fill(looks).Paint switch { SolidPaint solid => solid.Color, GradientPaint g => g.Stops[0].Color, _ => null };
    }

    private static double Size(XElement? own, List<XElement> chain) =>
        (own.Number("sz") ?? chain.Select(c => c.Element(A + "defRPr").Number("sz")).FirstOrDefault(v => v is not null)) / 100.0 ?? UsualSize;

    private string Face(List<XElement> looks)
    {
        var face = Named(looks, "latin");
        return face is null || face.StartsWith('+') ? colors.Font(face?.StartsWith("+mj", StringComparison.Ordinal) ?? heading) : face;
    }

    private static string? Named(List<XElement> looks, string script) =>
        looks.Select(l => l.Element(A + script)?.Attribute("typeface")?.Value).FirstOrDefault(f => f is not null);

    private Bullet? Bullet(List<XElement> chain, List<TextRun> runs, int level, int[] counters)
    {
        var bullet = chain.Select(c => c.Elements().FirstOrDefault(e => e.Name == A + "buNone" || e.Name == A + "buChar" || e.Name == A + "buAutoNum" || e.Name == A + "buBlip"))
            .FirstOrDefault(b => b is not null);
        Array.Clear(counters, level + 1, counters.Length - level - 1);
        if (bullet is null || bullet.Name == A + "buNone" || runs.All(r => r.Text.Trim().Length == 0))
        {
            if (bullet?.Name != A + "buAutoNum") counters[level] = 0;
            return null;
        }
        var color = chain.Select(c => colors.Color(c.Element(A + "buClr"))).FirstOrDefault(c => c is not null) ?? runs[0].Color;
        var scale = chain.Select(c => c.Element(A + "buSzPct").Share("val") ?? c.Element(A + "buSzPts").Number("val") / 100.0 / runs[0].Size).FirstOrDefault(v => v is not null) ?? 1;
        if (bullet.Name != A + "buAutoNum")
        {
            var font = chain.Select(c => c.Element(A + "buFont")?.Attribute("typeface")?.Value).FirstOrDefault(f => f is not null) ?? "";
            return new(Symbol(bullet.Attribute("char")?.Value ?? "•", font), color, scale) { Picture = bullet.Name == A + "buBlip" ? colors.Blip(bullet) : null };
        }
        counters[level]++;
        var number = counters[level] + (int)Math.Clamp(bullet.Number("startAt") ?? 1, 1, GreatestStart) - 1;
        return new(Numbered(bullet.Attribute("type")?.Value ?? "arabicPeriod", number), color, scale);
    }

    private static string Numbered(string type, int n)
    {
        var figure = type.StartsWith("alphaLc", StringComparison.Ordinal) ? Letter('a')
            : type.StartsWith("alphaUc", StringComparison.Ordinal) ? Letter('A')
            : type.StartsWith("romanLc", StringComparison.Ordinal) ? Roman(n).ToLowerInvariant()
            : type.StartsWith("romanUc", StringComparison.Ordinal) ? Roman(n)
            : n.ToString(CultureInfo.InvariantCulture);
        return type.EndsWith("ParenBoth", StringComparison.Ordinal) ? $"({figure})" : type.EndsWith("ParenR", StringComparison.Ordinal) ? $"{figure})"
            : type.EndsWith("Plain", StringComparison.Ordinal) ? figure : $"{figure}.";

        // After the last letter of the alphabet they are doubled.
        string Letter(char first) => new((char)(first + (n - 1) % 26), (n - 1) / 26 + 1);
    }

    private static string Roman(int n)
    {
        var text = "";
        foreach (var (value, figure) in new[] { (1000, "M"), (900, "CM"), (500, "D"), (400, "CD"), (100, "C"), (90, "XC"), (50, "L"), (40, "XL"), (10, "X"), (9, "IX"), (5, "V"), (4, "IV"), (1, "I") })
            for (; n >= value; n -= value) text += figure;
        return text;
    }

    /// <summary>Bullets in symbol fonts are letters there; these are the symbols they look like.</summary>
    private static string Symbol(string character, string font) => !font.Contains("ding", StringComparison.OrdinalIgnoreCase) && font != "Symbol"
        ? character
        : character switch { "§" => "▪", "ü" => "✓", "Ø" => "›", "q" => "□", "v" => "◆", "o" => "○", "à" => "→", _ => "•" };
}
