using System.Globalization;
using System.Xml.Linq;
using Phonaris.Core.Shows;
using Phonaris.Formats.Decks.Presentations;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Presentations;

/// <summary>The transition and advance time of a slide (ISO/IEC 29500-1, 19.3.1.50), with the length in milliseconds in the published extension.</summary>
internal static class TransitionMarkup
{
    /// <summary>Sets it; an existing transition of the slide stays unchanged.</summary>
    /// <param name="part">The slide.</param>
    /// <param name="transition">The transition.</param>
    /// <param name="holdMs">The time after which the slide advances, in milliseconds; null to wait for a click.</param>
    public static void Set(OpcPart part, Transition transition, long? holdMs)
    {
        var there = PptxDeck.Transition(part.Read());
        var ownMs = Math.Min(PptxDeck.TransitionMs(there), Transition.GreatestMs);
        if (ownMs == transition.Ms && (there is null ? holdMs is null : holdMs is null && there.Attribute("advTm") is null && there.Says("advClick", otherwise: true))) return;
        var slide = part.Edit();
        var holders = slide.Elements().Where(e => e.Name == P + "transition" || e.Name == Compatibility + "AlternateContent" && e.Descendants(P + "transition").Any()).ToList();
        if (ownMs != transition.Ms || holders.Count == 0)
        {
            foreach (var holder in holders) holder.Remove();
            var place = slide.Element(P + "clrMapOvr") ?? slide.Element(P + "cSld")!;
            if (transition.Ms > 0)
            {
                var timed = Fade(transition.Ms, holdMs);
                timed.Add(new XAttribute(XNamespace.Xmlns + "p14", Extended), new XAttribute(Extended + "dur", transition.Ms));
                place.AddAfterSelf(new XElement(Compatibility + "AlternateContent", new XAttribute(XNamespace.Xmlns + "mc", Compatibility),
                    new XElement(Compatibility + "Choice", new XAttribute(XNamespace.Xmlns + "p14", Extended), new XAttribute("Requires", "p14"), timed),
                    new XElement(Compatibility + "Fallback", Fade(transition.Ms, holdMs))));
            }
            else if (holdMs is not null) place.AddAfterSelf(new XElement(P + "transition", Advance(holdMs)));
            return;
        }
        foreach (var own in holders.DescendantsAndSelf(P + "transition"))
        {
            own.SetAttributeValue("advClick", null);
            own.SetAttributeValue("advTm", null);
            own.Add(Advance(holdMs));
        }
    }

    private static XElement Fade(long ms, long? holdMs) =>
        new(P + "transition", new XAttribute("spd", ms switch { < 625 => "fast", < 875 => "med", _ => "slow" }), Advance(holdMs), new XElement(P + "fade"));

    private static IEnumerable<XAttribute> Advance(long? holdMs) =>
        holdMs is { } ms ? [new("advClick", 0), new("advTm", ms.ToString(CultureInfo.InvariantCulture))] : [];
}
