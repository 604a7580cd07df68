using System.Xml.Linq;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Presentations;

/// <summary>Adds pictures, and sounds with their signs, to a slide.</summary>
/// <param name="slide">The slide's part.</param>
internal sealed class SlideShapes(OpcPart slide)
{
    private const string Office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/";

    /// <summary>The kind of relation of the published extension; readers take it or the standard's own.</summary>
    private const string MediaRelation = "http://schemas.microsoft.com/office/2007/relationships/media";

    /// <summary>What names the extension that holds it.</summary>
    private const string MediaExtension = "{DAA4B4D4-6D71-4841-9C94-3DE7FCFB9230}";

    /// <summary>Where and how large, in English metric units.</summary>
    internal readonly record struct Place(long X, long Y, long Width, long Height);

    private XElement Tree => slide.Edit().Element(P + "cSld")!.Element(P + "spTree")!;

    /// <summary>Adds a picture.</summary>
    /// <returns>The shape's id.</returns>
    public string AddPicture(string name, string description, OpcPart picture, Place place, (double Left, double Top) cropped = default) =>
        Add(name, description, picture, place, null, cropped);

    /// <summary>Adds a sound with its sign.</summary>
    /// <returns>The shape's id.</returns>
    public string AddSound(string name, string description, OpcPart sound, OpcPart sign, Place place) => Add(name, description, sign, place, sound, default);

    private string Add(string name, string description, OpcPart picture, Place place, OpcPart? sound, (double Left, double Top) cropped)
    {
        var id = $"{Tree.Descendants(P + "cNvPr").Select(p => p.Number("id") ?? 0).DefaultIfEmpty(1).Max() + 1}";
        var shape = new XElement(P + "pic",
            new XElement(P + "nvPicPr",
                new XElement(P + "cNvPr", new XAttribute("id", id), new XAttribute("name", name), new XAttribute("descr", description),
                    sound is null ? null : new XElement(A + "hlinkClick", new XAttribute(R + "id", ""), new XAttribute("action", "ppaction://media"))),
                new XElement(P + "cNvPicPr", new XElement(A + "picLocks", new XAttribute("noChangeAspect", 1))),
                new XElement(P + "nvPr", sound is null ? null : Media(sound))),
            new XElement(P + "blipFill", new XElement(A + "blip", new XAttribute(R + "embed", slide.Lead(picture, Office + "image"))), Crop(cropped), new XElement(A + "stretch", new XElement(A + "fillRect"))),
            new XElement(P + "spPr",
                new XElement(A + "xfrm", new XElement(A + "off", new XAttribute("x", place.X), new XAttribute("y", place.Y)), new XElement(A + "ext", new XAttribute("cx", place.Width), new XAttribute("cy", place.Height))),
                new XElement(A + "prstGeom", new XAttribute("prst", "rect"), new XElement(A + "avLst"))));
        if (Tree.Element(P + "extLst") is { } more) more.AddBeforeSelf(shape);
        else Tree.Add(shape);
        return id;
    }

    private IEnumerable<XElement> Media(OpcPart sound) =>
    [
        new(A + "audioFile", new XAttribute(R + "link", slide.Lead(sound, Office + "audio"))),
        new(P + "extLst", new XElement(P + "ext", new XAttribute("uri", MediaExtension),
            new XElement(Extended + "media", new XAttribute(XNamespace.Xmlns + "p14", Extended), new XAttribute(R + "embed", slide.Lead(sound, MediaRelation))))),
    ];

    /// <summary>What is left out on either side, as shares of the picture.</summary>
    private static XElement? Crop((double Left, double Top) cropped) => cropped == default ? null : new(A + "srcRect",
        new XAttribute("l", Share(cropped.Left)), new XAttribute("r", Share(cropped.Left)), new XAttribute("t", Share(cropped.Top)), new XAttribute("b", Share(cropped.Top)));

    private static long Share(double share) => (long)Math.Round(share * 100_000);
}
