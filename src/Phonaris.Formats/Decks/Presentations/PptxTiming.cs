using System.Globalization;
using System.Xml.Linq;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>The animation of a slide: its reveals, at clicks or at times, and the media that play with them (ISO/IEC 29500-1, 19.5).</summary>
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

    /// <summary>The nodes with the settings of sounds and films.</summary>
    public IReadOnlyList<XElement> Media { get; }

    /// <summary>The groups of all sequences of a kind.</summary>
    private static IEnumerable<XElement> Groups(XElement? timing, string kind) =>
        timing?.Descendants(P + "cTn").Where(c => c.Attribute("nodeType")?.Value == kind).Elements(P + "childTnLst").Elements(P + "par") ?? [];

    /// <summary>A group of the main sequence: what a click or the clock starts.</summary>
    private void Read(XElement group)
    {
        var outer = group.Element(P + "cTn");
        if (outer is null) return;
        var effects = outer.Descendants(P + "cTn").Where(c => c.Attribute("presetClass") is not null).ToList();
        if (effects.Count == 0) return;
        var click = effects[0].Attribute("nodeType")?.Value == "clickEffect";
        // With the clock, each time is a step, in the order of time, whatever their order in the file. After a click, everything that
        // follows automatically belongs to the click's step.
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

    /// <summary>The total delay of an effect and its ancestors, in milliseconds.</summary>
    private static long Offset(XElement effect, XElement outer) => effect
        .AncestorsAndSelf(P + "cTn")
        .TakeWhile(c => c != outer)
        .Select(c => c.Element(P + "stCondLst")?.Elements(P + "cond").Select(d => d.Attribute("delay")?.Value).FirstOrDefault())
        .Sum(d => long.TryParse(d, NumberStyles.None, CultureInfo.InvariantCulture, out var ms) ? ms : 0);
}
