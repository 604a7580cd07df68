using System.Globalization;
using System.Xml.Linq;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>What happens on a slide after it has come: its reveals, at clicks or by the clock, and what plays with them (ISO/IEC 29500-1, 19.5).</summary>
internal sealed class PptxTiming : SlideTiming
{
    /// <summary>Reads the timing of a slide.</summary>
    public PptxTiming(XElement slide)
    {
        var timing = slide.Element(P + "timing");
        foreach (var group in Groups(timing, "mainSeq")) Read(group);
        foreach (var group in Groups(timing, "interactiveSeq")) AddOnShape([.. group.Descendants(P + "cTn").SelectMany(Reveals)]);
        Media = [.. timing?.Descendants().Where(e => e.Name == P + "audio" || e.Name == P + "video").Select(e => e.Element(P + "cMediaNode")).OfType<XElement>() ?? []];
    }

    /// <summary>The nodes that say how sounds and films play.</summary>
    public IReadOnlyList<XElement> Media { get; }

    /// <summary>The groups of all sequences of a kind.</summary>
    private static IEnumerable<XElement> Groups(XElement? timing, string kind) =>
        timing?.Descendants(P + "cTn").Where(c => c.Attribute("nodeType")?.Value == kind).Elements(P + "childTnLst").Elements(P + "par") ?? [];

    /// <summary>One group of the main sequence: what a click sets off, or the clock.</summary>
    private void Read(XElement group)
    {
        var outer = group.Element(P + "cTn");
        if (outer is null) return;
        var effects = outer.Descendants(P + "cTn").Where(c => c.Attribute("presetClass") is not null).ToList();
        if (effects.Count == 0) return;
        var click = effects[0].Attribute("nodeType")?.Value == "clickEffect";
        // By the clock, each moment is a step of its own, in the order of their times, whatever the order they are listed in; after a click, all that
        // follows it belongs to it.
        foreach (var moment in effects.GroupBy(e => click ? (long?)null : Offset(e, outer)).OrderBy(m => m.Key))
        {
            List<SlideReveal> reveals = [.. moment.SelectMany(Reveals)];
            List<(string, long)> plays = [.. moment
                .Where(e => e.Attribute("presetClass")!.Value == "mediacall")
                .SelectMany(e => e.Descendants(P + "spTgt").Select(t => (t.Attribute("spid")?.Value ?? "", click ? Offset(e, outer) : 0)))];
            Add(new(moment.Key, reveals, plays));
        }
    }

    private static IEnumerable<SlideReveal> Reveals(XElement effect)
    {
        var kind = effect.Attribute("presetClass")?.Value;
        if (kind is not ("entr" or "exit")) return [];
        return effect.Descendants(P + "spTgt").Select(target =>
        {
            var range = target.Element(P + "txEl")?.Element(P + "pRg");
            return new SlideReveal(target.Attribute("spid")?.Value ?? "", (int?)range.Number("st"), (int?)range.Number("end"), kind == "entr");
        }).Distinct();
    }

    /// <summary>The delays of an effect and of what holds it, in milliseconds.</summary>
    private static long Offset(XElement effect, XElement outer) => effect
        .AncestorsAndSelf(P + "cTn")
        .TakeWhile(c => c != outer)
        .Select(c => c.Element(P + "stCondLst")?.Elements(P + "cond").Select(d => d.Attribute("delay")?.Value).FirstOrDefault())
        .Sum(d => long.TryParse(d, NumberStyles.None, CultureInfo.InvariantCulture, out var ms) ? ms : 0);
}
