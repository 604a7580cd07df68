using System.Globalization;
using System.Xml.Linq;
using Phonaris.Core.Shows;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Presentations;

/// <summary>
/// The animation of a slide (ISO/IEC 29500-1, 19.5), to which effects can be added. The main sequence is a list of groups: the first may start with the slide,
/// and each of the others waits for a click. Node ids are unique within the slide; new ones continue after the highest.
/// </summary>
internal sealed class SlideTimeline
{
    private readonly XElement _slide;
    private long _id;

    /// <summary>The timeline of a slide.</summary>
    /// <param name="slide">The slide's document.</param>
    public SlideTimeline(XElement slide)
    {
        _slide = slide;
        _id = slide.Descendants(P + "cTn").Select(c => c.Number("id") ?? 0).DefaultIfEmpty(0).Max();
    }

    /// <summary>The groups that wait for a click, in order.</summary>
    public IReadOnlyList<XElement> Clicks => [.. Main?.Elements(P + "par").Where(WaitsForClick) ?? []];

    private XElement? Root => _slide.Element(P + "timing")?.Element(P + "tnLst")?.Element(P + "par")?.Element(P + "cTn")?.Element(P + "childTnLst");

    private XElement? Main => _slide.Element(P + "timing")?.Descendants(P + "cTn").FirstOrDefault(c => c.Attribute("nodeType")?.Value == "mainSeq")?.Element(P + "childTnLst");

    /// <summary>Plays a shape's sound with the slide.</summary>
    /// <param name="shape">The shape's id.</param>
    /// <param name="delayMs">The delay, in milliseconds.</param>
    /// <param name="lengthMs">Its length, in milliseconds.</param>
    public void PlayWithSlide(string shape, long delayMs, long lengthMs)
    {
        var group = WithSlide();
        var moment = group.Elements(P + "par").FirstOrDefault(p => Condition(p)?.Attribute("delay")?.Value == "0" && p.Descendants(P + "cTn").Skip(1).All(c => c.Attribute("presetClass")?.Value is null or "mediacall"))
            ?? Added(group, Node(0));
        var effects = Children(moment);
        effects.Add(Effect(shape, effects.HasElements ? "withEffect" : "afterEffect", delayMs, "playFrom(0.0)", lengthMs));
    }

    /// <summary>Plays a shape's sound on a click.</summary>
    /// <param name="click">The group that waits for the click.</param>
    /// <param name="shape">The shape's id.</param>
    /// <param name="delayMs">The delay, in milliseconds.</param>
    /// <param name="lengthMs">Its length, in milliseconds.</param>
    public void PlayWithClick(XElement click, string shape, long delayMs, long lengthMs)
    {
        var effects = Children(Children(click).Elements(P + "par").First());
        effects.Add(Effect(shape, effects.HasElements ? "withEffect" : "clickEffect", delayMs, "playFrom(0.0)", lengthMs));
    }

    /// <summary>Reveals a shape on a click.</summary>
    public void Appear(XElement click, string shape)
    {
        var effects = Children(Children(click).Elements(P + "par").First());
        effects.Add(new XElement(P + "par", new XElement(P + "cTn", Id(), new XAttribute("presetID", 1), new XAttribute("presetClass", "entr"), new XAttribute("presetSubtype", 0),
            new XAttribute("fill", "hold"), new XAttribute("nodeType", effects.HasElements ? "withEffect" : "clickEffect"), Start(0),
            new XElement(P + "childTnLst", new XElement(P + "set",
                new XElement(P + "cBhvr", new XElement(P + "cTn", Id(), new XAttribute("dur", 1), new XAttribute("fill", "hold"), Start(0)), Target(shape), new XElement(P + "attrNameLst", new XElement(P + "attrName", "style.visibility"))),
                new XElement(P + "to", new XElement(P + "strVal", new XAttribute("val", "visible"))))))));
    }

    /// <summary>Plays and pauses a shape's sound when the shape is clicked.</summary>
    public void PlayOnClickOf(string shape)
    {
        Ensure();
        var clicked = new XElement(P + "cond", new XAttribute("evt", "onClick"), new XAttribute("delay", 0), Target(shape));
        var inner = Node(0);
        var outer = Node(0);
        Children(outer).Add(inner);
        Children(inner).Add(Effect(shape, "clickEffect", 0, "togglePause", 1));
        Sequence(
            new XElement(P + "cTn", Id(), new XAttribute("restart", "whenNotActive"), new XAttribute("fill", "hold"), new XAttribute("evtFilter", "cancelBubble"), new XAttribute("nodeType", "interactiveSeq"),
                new XElement(P + "stCondLst", clicked),
                new XElement(P + "endSync", new XAttribute("evt", "end"), new XAttribute("delay", 0), new XElement(P + "rtn", new XAttribute("val", "all"))),
                new XElement(P + "childTnLst", outer)),
            new XElement(P + "nextCondLst", new XElement(clicked)));
    }

    /// <summary>Sets how a shape's sound plays.</summary>
    /// <param name="shape">The shape's id.</param>
    /// <param name="across">The number of slides it plays on, including the first.</param>
    /// <param name="loops">Whether it loops.</param>
    /// <param name="shown">Whether its shape is visible while it is silent.</param>
    public void Sound(string shape, int across, bool loops, bool shown)
    {
        Ensure();
        Root!.Add(new XElement(P + "audio", new XElement(P + "cMediaNode",
            new XAttribute("vol", 100_000), across > 1 ? new XAttribute("numSld", across) : null, shown ? null : new XAttribute("showWhenStopped", 0),
            new XElement(P + "cTn", Id(), loops ? new XAttribute("repeatCount", "indefinite") : null, new XAttribute("fill", "hold"), new XAttribute("display", 0),
                new XElement(P + "stCondLst", new XElement(P + "cond", new XAttribute("delay", "indefinite"))),
                new XElement(P + "endCondLst", new XElement(P + "cond", new XAttribute("evt", "onStopAudio"), new XAttribute("delay", 0), new XElement(P + "tgtEl", new XElement(P + "sldTgt"))))),
            Target(shape))));
    }

    /// <summary>Sets how a shape's video plays.</summary>
    /// <param name="shape">The shape's id.</param>
    /// <param name="video">The video.</param>
    public void Video(string shape, PresentationVideo video)
    {
        Ensure();
        var rounds = video.Rounds == Cue.FillSpan ? "indefinite" : video.Rounds == 1 ? null : $"{video.Rounds * 1000L}";
        Root!.Add(new XElement(P + "video", new XElement(P + "cMediaNode",
            new XAttribute("vol", (long)Math.Round(100_000 * video.Volume)), video.Muted ? new XAttribute("mute", 1) : null, video.AtEnd == VideoEnd.Leaves ? new XAttribute("showWhenStopped", 0) : null,
            new XElement(P + "cTn", Id(), rounds is null ? null : new XAttribute("repeatCount", rounds), new XAttribute("fill", video.AtEnd == VideoEnd.BackToFirst ? "remove" : "hold"), new XAttribute("display", 0),
                new XElement(P + "stCondLst", new XElement(P + "cond", new XAttribute("delay", "indefinite")))),
            Target(shape))));
    }

    /// <summary>Adds a group that waits for a click.</summary>
    /// <param name="after">The group before it; null to put it before all others that wait.</param>
    public XElement AddClick(XElement? after)
    {
        Ensure();
        var click = Node(null);
        Children(click).Add(Node(0));
        if (after is not null) after.AddAfterSelf(click);
        else if (Main!.Elements(P + "par").FirstOrDefault(g => !WaitsForClick(g)) is { } withSlide) withSlide.AddAfterSelf(click);
        else Main!.AddFirst(click);
        return click;
    }

    /// <summary>Starts effects at times instead of on clicks.</summary>
    /// <param name="clicks">The groups, and the time of each in milliseconds from the slide's beginning.</param>
    public void RunByClock(IEnumerable<(XElement Click, long AtMs)> clicks)
    {
        foreach (var (click, at) in clicks.ToList())
        {
            var group = WithSlide();
            foreach (var moment in Children(click).Elements(P + "par").ToList())
            {
                moment.Remove();
                var condition = Condition(moment);
                condition?.SetAttributeValue("delay", at + (condition.Number("delay") ?? 0));
                foreach (var effect in moment.Descendants(P + "cTn").Where(c => c.Attribute("nodeType")?.Value == "clickEffect")) effect.SetAttributeValue("nodeType", "afterEffect");
                group.Add(moment);
            }
            click.Remove();
        }
    }

    /// <summary>Removes all effects of a shape's sound or video.</summary>
    /// <param name="shape">The shape's id.</param>
    /// <param name="gone">Whether the shape itself is removed, with all its effects.</param>
    public void Remove(string shape, bool gone)
    {
        foreach (var target in (Root?.Descendants(P + "spTgt") ?? []).Where(t => t.Attribute("spid")?.Value == shape).ToList())
        {
            var whole = target.Ancestors().FirstOrDefault(e => e.Name == P + "audio" || e.Name == P + "video" || IsEffect(e) || e.Name == P + "seq" && e.Element(P + "cTn")?.Attribute("nodeType")?.Value == "interactiveSeq");
            if (whole?.Parent is not null) whole.Remove();
        }

        bool IsEffect(XElement e) => e.Name == P + "par" && e.Element(P + "cTn")?.Attribute("presetClass")?.Value is { } kind && (gone || kind == "mediacall");
    }

    /// <summary>Removes empty groups, and the timeline if it is empty.</summary>
    public void Tidy()
    {
        while ((_slide.Element(P + "timing")?.Descendants(P + "childTnLst") ?? []).FirstOrDefault(c => !c.HasElements) is { } empty)
        {
            var holder = empty.Parent!.Parent!;
            if (empty.Parent.Attribute("nodeType")?.Value == "tmRoot")
            {
                _slide.Element(P + "timing")!.Remove();
                return;
            }
            holder.Remove();
        }
        // Builds of paragraphs refer to shapes; without the shape the build is removed.
        if (_slide.Element(P + "timing") is { } timing && timing.Element(P + "bldLst") is { HasElements: false } builds) builds.Remove();
    }

    private static bool WaitsForClick(XElement group) =>
        group.Descendants(P + "cTn").FirstOrDefault(c => c.Attribute("presetClass") is not null) is { } first
            ? first.Attribute("nodeType")?.Value == "clickEffect"
            : Conditions(group).All(c => c.Attribute("evt") is null);

    private static IEnumerable<XElement> Conditions(XElement par) => par.Element(P + "cTn")?.Element(P + "stCondLst")?.Elements(P + "cond") ?? [];

    private static XElement? Condition(XElement par) => Conditions(par).FirstOrDefault();

    private static XElement Children(XElement par) => par.Element(P + "cTn")!.Element(P + "childTnLst")!;

    private static XElement Start(long delayMs) => new(P + "stCondLst", new XElement(P + "cond", new XAttribute("delay", delayMs)));

    private static XElement Target(string shape) => new(P + "tgtEl", new XElement(P + "spTgt", new XAttribute("spid", shape)));

    private static XElement Added(XElement to, XElement child)
    {
        to.Add(child);
        return child;
    }

    private XAttribute Id() => new("id", (++_id).ToString(CultureInfo.InvariantCulture));

    /// <summary>A container node, which starts after a delay or on a trigger.</summary>
    private XElement Node(long? delayMs) => new(P + "par", new XElement(P + "cTn", Id(), new XAttribute("fill", "hold"),
        new XElement(P + "stCondLst", new XElement(P + "cond", new XAttribute("delay", delayMs?.ToString(CultureInfo.InvariantCulture) ?? "indefinite"))),
        new XElement(P + "childTnLst")));

    private XElement Effect(string shape, string node, long delayMs, string command, long lengthMs) =>
        new(P + "par", new XElement(P + "cTn", Id(), new XAttribute("presetID", command == "togglePause" ? 2 : 1), new XAttribute("presetClass", "mediacall"), new XAttribute("presetSubtype", 0),
            new XAttribute("fill", "hold"), new XAttribute("nodeType", node), Start(delayMs),
            new XElement(P + "childTnLst", new XElement(P + "cmd", new XAttribute("type", "call"), new XAttribute("cmd", command),
                new XElement(P + "cBhvr", new XElement(P + "cTn", Id(), new XAttribute("dur", lengthMs), new XAttribute("fill", "hold")), Target(shape))))));

    /// <summary>The children of the group that starts with the slide.</summary>
    private XElement WithSlide()
    {
        Ensure();
        var main = Main!;
        if (main.Elements(P + "par").FirstOrDefault() is { } first && !WaitsForClick(first)) return Children(first);
        var group = Node(null);
        // At the beginning of the main sequence.
        group.Element(P + "cTn")!.Element(P + "stCondLst")!.Add(new XElement(P + "cond", new XAttribute("evt", "onBegin"), new XAttribute("delay", 0),
            new XElement(P + "tn", new XAttribute("val", main.Parent!.Attribute("id")?.Value ?? "2"))));
        main.AddFirst(group);
        return Children(group);
    }

    private void Ensure()
    {
        if (Root is null)
        {
            _slide.Element(P + "timing")?.Remove();
            var timing = new XElement(P + "timing", new XElement(P + "tnLst", new XElement(P + "par", new XElement(P + "cTn", Id(),
                new XAttribute("dur", "indefinite"), new XAttribute("restart", "never"), new XAttribute("nodeType", "tmRoot"), new XElement(P + "childTnLst")))));
            if (_slide.Element(P + "extLst") is { } more) more.AddBeforeSelf(timing);
            else _slide.Add(timing);
        }
        if (Main is not null) return;
        // An empty container.
        Root!.Elements(P + "seq").FirstOrDefault(s => s.Element(P + "cTn")?.Attribute("nodeType")?.Value == "mainSeq")?.Remove();
        Sequence(
            new XElement(P + "cTn", Id(), new XAttribute("dur", "indefinite"), new XAttribute("nodeType", "mainSeq"), new XElement(P + "childTnLst")),
            Moves("prevCondLst", "onPrev"), Moves("nextCondLst", "onNext"));

        static XElement Moves(string list, string on) =>
            new(P + list, new XElement(P + "cond", new XAttribute("evt", on), new XAttribute("delay", 0), new XElement(P + "tgtEl", new XElement(P + "sldTgt"))));
    }

    private void Sequence(params XElement[] parts)
    {
        var sequence = new XElement(P + "seq", new XAttribute("concurrent", 1), new XAttribute("nextAc", "seek"), parts);
        if (parts[0].Attribute("nodeType")?.Value == "mainSeq") Root!.AddFirst(sequence);
        else Root!.Elements(P + "seq").Last().AddAfterSelf(sequence);
    }
}
