using System.Xml.Linq;
using static Phonaris.Formats.Decks.Presentations.Odf;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>The animation of a page, from its SMIL timing (ISO/IEC 26300, animation).</summary>
internal sealed class OdpTiming : SlideTiming
{
    /// <summary>Reads the timing of a page.</summary>
    public OdpTiming(XElement page)
    {
        foreach (var group in Groups(page, "main-sequence"))
        {
            var effects = group.Descendants(Anim + "par").Where(p => p.Get(Show + "preset-class") is not null).ToList();
            if (effects.Count == 0) continue;
            var click = effects[0].Get(Show + "node-type") == "on-click";
            foreach (var moment in effects.GroupBy(e => click ? (long?)null : Offset(e, group)).OrderBy(m => m.Key))
            {
                List<SlideReveal> reveals = [.. moment.SelectMany(Reveals)];
                List<(string, long)> plays = [.. moment.SelectMany(e => e.Descendants(Anim + "command").Select(c => (c.Get(Smil + "targetElement") ?? "", click ? Offset(e, group) : 0)))];
                Add(new(moment.Key, reveals, plays));
            }
        }
        foreach (var group in Groups(page, "interactive-sequence")) AddOnShape([.. group.Descendants(Anim + "par").SelectMany(Reveals)]);
    }

    /// <summary>The groups of all sequences of a kind.</summary>
    private static IEnumerable<XElement> Groups(XElement page, string kind) =>
        page.Descendants(Anim + "seq").Where(s => s.Get(Show + "node-type") == kind).Elements(Anim + "par");

    private static IEnumerable<SlideReveal> Reveals(XElement effect) => effect.Get(Show + "preset-class") is ("entrance" or "exit") and var kind
        ? effect.Descendants().Select(e => e.Get(Smil + "targetElement")).OfType<string>().Distinct().Select(id => new SlideReveal(id, null, null, kind == "entrance"))
        : [];

    private static long Offset(XElement effect, XElement group) =>
        effect.AncestorsAndSelf(Anim + "par").TakeWhile(p => p != group).Sum(p => Time(p.Get(Smil + "begin")) ?? 0);
}
