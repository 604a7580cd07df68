using System.Globalization;
using System.Net;
using System.Text;

namespace Phonaris.Demo;

/// <summary>The slides, drawn: a night sky, hills, a moon and moths, in a few flat colours.</summary>
internal static class Drawings
{
    private const int Width = 1280, Height = 720;

    /// <summary>A slide of the waiting loop: the moon rises a little further each time.</summary>
    public static string Dusk(string title, string line, int step) => Page(title, "#22323C", $"""
        {Stars(step)}
        <circle cx="{900 + step * 70}" cy="{330 - step * 70}" r="{56 + step * 10}" fill="#DCCB9A"/>
        <path d="M0 560 Q320 470 640 540 T1280 500 V720 H0Z" fill="#17242B"/>
        <path d="M0 620 Q260 560 560 610 T1280 580 V720 H0Z" fill="#101A1F"/>
        {Fennel(140)}{Fennel(230)}{Fennel(1130)}
        {Heading(title, 90, 210, "#F2EAD6")}
        {Words(line, 90, 290, "#C9D2CC")}
        """);

    /// <summary>A slide of the talk: a moth, a heading, and a line or two.</summary>
    public static string Talk(string title, string[] lines, string ground, string wing, string body, int shown = int.MaxValue) => Page(title, ground, $"""
        {Stars(lines.Length)}
        {Moth(930, 360, 1.25, wing, body)}
        {Heading(title, 90, 220, "#FBF6EA")}
        {string.Concat(lines.Take(shown).Select((l, i) => Words(l, 90, 330 + i * 62, "#E7E0CE")))}
        """);

    /// <summary>The title slide: one large moth.</summary>
    public static string Cover(string title, string line) => Page(title, "#2A2140", $"""
        {Stars(4)}
        {Moth(640, 290, 1.7, "#D9B27C", "#3A2B22")}
        {Heading(title, 640, 590, "#FBF6EA", "middle")}
        {Words(line, 640, 650, "#D9D1E0", "middle")}
        """);

    private static string Page(string title, string ground, string inside) =>
        $"""<svg xmlns="http://www.w3.org/2000/svg" width="{Width}" height="{Height}" viewBox="0 0 {Width} {Height}"><title>{Text(title)}</title><rect width="{Width}" height="{Height}" fill="{ground}"/>{inside}</svg>""" + "\n";

    private static string Heading(string text, int x, int y, string fill, string anchor = "start")
    {
        // A long heading on the left is set on two lines, clear of the moth.
        var words = text.Split(' ');
        var cut = anchor == "start" && text.Length > 18 ? (words.Length + 1) / 2 : words.Length;
        var lines = new[] { string.Join(' ', words[..cut]), string.Join(' ', words[cut..]) }.Where(l => l.Length > 0).ToArray();
        return string.Concat(lines.Select((l, i) => Line(l, x, y - (lines.Length - 1 - i) * 70, 64, "Bricolage Grotesque", 700, fill, anchor)));
    }

    private static string Words(string text, int x, int y, string fill, string anchor = "start") =>
        Line(text, x, y, 32, "Atkinson Hyperlegible Next", 400, fill, anchor);

    private static string Line(string text, int x, int y, int size, string family, int weight, string fill, string anchor) =>
        $"""<text x="{x}" y="{y}" font-family="{family}" font-size="{size}" font-weight="{weight}" fill="{fill}" text-anchor="{anchor}">{Text(text)}</text>""";

    private static string Moth(int x, int y, double scale, string wing, string body) => string.Create(CultureInfo.InvariantCulture, $"""
        <g transform="translate({x} {y}) scale({scale})">
        <g id="half"><path d="M0 -10 C60 -130 200 -150 215 -80 C220 -20 120 30 10 30Z" fill="{wing}"/>
        <path d="M5 25 C80 30 140 70 110 120 C80 150 20 110 0 50Z" fill="{wing}" opacity="0.82"/>
        <circle cx="130" cy="-70" r="20" fill="{body}" opacity="0.75"/><circle cx="130" cy="-70" r="9" fill="#F6EBD0"/></g>
        <g transform="scale(-1 1)"><path d="M0 -10 C60 -130 200 -150 215 -80 C220 -20 120 30 10 30Z" fill="{wing}"/>
        <path d="M5 25 C80 30 140 70 110 120 C80 150 20 110 0 50Z" fill="{wing}" opacity="0.82"/>
        <circle cx="130" cy="-70" r="20" fill="{body}" opacity="0.75"/><circle cx="130" cy="-70" r="9" fill="#F6EBD0"/></g>
        <ellipse cx="0" cy="20" rx="15" ry="72" fill="{body}"/>
        <path d="M-4 -50 C-20 -90 -50 -100 -62 -96 M4 -50 C20 -90 50 -100 62 -96" stroke="{body}" stroke-width="5" fill="none" stroke-linecap="round"/></g>
        """);

    private static string Fennel(int x) => $"""
        <g stroke="#2F4A3F" stroke-width="6" fill="none" stroke-linecap="round"><path d="M{x} 720 V520"/>
        {string.Concat(Enumerable.Range(-3, 7).Select(k => $"<path d=\"M{x} 560 L{x + k * 18} {500 + Math.Abs(k) * 5}\"/>"))}</g>
        """;

    private static string Stars(int seed)
    {
        var random = new Random(seed * 977 + 5);
        var stars = new StringBuilder();
        for (var i = 0; i < 46; i++)
            stars.Append(CultureInfo.InvariantCulture, $"<circle cx=\"{random.Next(Width)}\" cy=\"{random.Next(430)}\" r=\"{1 + random.NextDouble() * 1.8:0.0}\" fill=\"#F6EBD0\" opacity=\"{0.25 + random.NextDouble() * 0.5:0.00}\"/>");
        return stars.ToString();
    }

    private static string Text(string text) => WebUtility.HtmlEncode(text);
}
