using System.Globalization;
using System.Xml.Linq;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>What happens on a slide after it has come: its reveals, at clicks or by the clock, and what plays with them (ISO/IEC 29500-1, 19.5).</summary>
internal sealed class PptxTiming
{
    private readonly List<SlideStep> _steps = [new(null, [], [])];

    /// <summary>Reads the timing of a slide.</summary>
    public PptxTiming(XElement slide)
    {
        var timing = slide.Element(P + "timing");
        var main = timing?.Descendants(P + "cTn").FirstOrDefault(c => c.Attribute("nodeType")?.Value == "mainSeq")?.Element(P + "childTnLst");
        foreach (var group in main?.Elements(P + "par") ?? []) Read(group);
        Media = [.. timing?.Descendants().Where(e => e.Name == P + "audio" || e.Name == P + "video").Select(e => e.Element(P + "cMediaNode")).OfType<XElement>() ?? []];
    }

    /// <summary>The steps; the first is the slide's own coming.</summary>
    public IReadOnlyList<SlideStep> Steps => _steps;

    /// <summary>The nodes that say how sounds and films play.</summary>
    public IReadOnlyList<XElement> Media { get; }

    /// <summary>The step, from 1, with which a shape or a paragraph of it appears; 1 when it is there from the beginning.</summary>
    public int AppearsWith(string shapeId, int? paragraph = null) => Find(shapeId, paragraph, appears: true) is >= 0 and var at ? at + 1 : 1;

    /// <summary>The last step at which a shape is there.</summary>
    public int LastsTo(string shapeId) => Find(shapeId, null, appears: false) is > 0 and var at ? at : int.MaxValue;

    /// <summary>The step, from 1, with which a shape's sound or film is played; null when nothing plays it.</summary>
    public int? PlaysWith(string shapeId) => _steps.FindIndex(s => s.Plays.Contains(shapeId)) is >= 0 and var at ? at + 1 : null;

    private int Find(string shapeId, int? paragraph, bool appears) => _steps.FindIndex(s => s.Reveals.Any(r =>
        r.ShapeId == shapeId && r.Appears == appears && (r.From is null ? paragraph is null : paragraph >= r.From && paragraph <= r.To)));

    /// <summary>One group of the main sequence: what a click sets off, or the clock.</summary>
    private void Read(XElement group)
    {
        var outer = group.Element(P + "cTn");
        if (outer is null) return;
        var effects = outer.Descendants(P + "cTn").Where(c => c.Attribute("presetClass") is not null).ToList();
        if (effects.Count == 0) return;
        var click = effects[0].Attribute("nodeType")?.Value == "clickEffect";
        // By the clock, each moment is a step of its own; after a click, all that follows it belongs to it.
        foreach (var moment in effects.GroupBy(e => click ? (long?)null : Offset(e, outer)))
        {
            List<SlideReveal> reveals = [.. moment.SelectMany(Reveals)];
            List<string> plays = [.. moment
                .Where(e => e.Attribute("presetClass")!.Value == "mediacall")
                .SelectMany(e => e.Descendants(P + "spTgt"))
                .Select(t => t.Attribute("spid")?.Value ?? "")];
            if (moment.Key is 0) _steps[0] = new(null, [.. _steps[0].Reveals, .. reveals], [.. _steps[0].Plays, .. plays]);
            else _steps.Add(new(moment.Key, reveals, plays));
        }
    }

    private static IEnumerable<SlideReveal> Reveals(XElement effect)
    {
        var kind = effect.Attribute("presetClass")!.Value;
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
