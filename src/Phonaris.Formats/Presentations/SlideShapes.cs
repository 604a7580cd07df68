using System.Xml.Linq;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Presentations;

/// <summary>Adds pictures, videos, and sounds with their signs, to a slide.</summary>
/// <param name="slide">The slide's part.</param>
internal sealed class SlideShapes(OpcPart slide)
{
    private const string Office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/";

    /// <summary>The relationship type of the published extension; readers use it or the standard one.</summary>
    private const string MediaRelation = "http://schemas.microsoft.com/office/2007/relationships/media";

    /// <summary>The id of the extension.</summary>
    private const string MediaExtension = "{DAA4B4D4-6D71-4841-9C94-3DE7FCFB9230}";

    /// <summary>A position and size, in English metric units.</summary>
    internal readonly record struct Place(long X, long Y, long Width, long Height);

    private XElement Tree => slide.Edit().Element(P + "cSld")!.Element(P + "spTree")!;

    /// <summary>Adds a picture.</summary>
    /// <returns>The shape's id.</returns>
    public string AddPicture(string name, string description, OpcPart picture, Place place, (double Left, double Top) cropped = default) =>
        Add(name, description, picture, place, null, Crop(cropped.Left, cropped.Top, cropped.Left, cropped.Top));

    /// <summary>Adds a sound with its icon.</summary>
    /// <returns>The shape's id.</returns>
    public string AddSound(string name, string description, OpcPart sound, OpcPart sign, Place place) =>
        Add(name, description, sign, place, Media("audio", sound), null);

    /// <summary>Adds a video with its poster picture.</summary>
    /// <param name="video">The video.</param>
    /// <param name="file">Its file.</param>
    /// <param name="still">The picture.</param>
    /// <param name="place">The position.</param>
    /// <param name="before">The shape in front of it; null to put it in front of all others.</param>
    /// <returns>The shape's id.</returns>
    public string AddVideo(PresentationVideo video, OpcPart file, OpcPart still, Place place, XElement? before) => Add(
        video.Name, $"{video.Name}, a video", still, place, Media("video", file, Trim(video), Fade(video)),
        Crop(video.Box.PartX, video.Box.PartY, 1 - video.Box.PartX - video.Box.PartWidth, 1 - video.Box.PartY - video.Box.PartHeight), before);

    private string Add(string name, string description, OpcPart picture, Place place, IEnumerable<XElement>? media, XElement? crop, XElement? before = null)
    {
        var id = $"{Tree.Descendants(P + "cNvPr").Select(p => p.Number("id") ?? 0).DefaultIfEmpty(1).Max() + 1}";
        var shape = new XElement(P + "pic",
            new XElement(P + "nvPicPr",
                new XElement(P + "cNvPr", new XAttribute("id", id), new XAttribute("name", name), new XAttribute("descr", description),
                    media is null ? null : new XElement(A + "hlinkClick", new XAttribute(R + "id", ""), new XAttribute("action", "ppaction://media"))),
                new XElement(P + "cNvPicPr", new XElement(A + "picLocks", new XAttribute("noChangeAspect", 1))),
                new XElement(P + "nvPr", media)),
            new XElement(P + "blipFill", new XElement(A + "blip", new XAttribute(R + "embed", slide.Lead(picture, Office + "image"))), crop, new XElement(A + "stretch", new XElement(A + "fillRect"))),
            new XElement(P + "spPr",
                new XElement(A + "xfrm", new XElement(A + "off", new XAttribute("x", place.X), new XAttribute("y", place.Y)), new XElement(A + "ext", new XAttribute("cx", place.Width), new XAttribute("cy", place.Height))),
                new XElement(A + "prstGeom", new XAttribute("prst", "rect"), new XElement(A + "avLst"))));
        if (before is not null) before.AddBeforeSelf(shape);
        else if (Tree.Element(P + "extLst") is { } more) more.AddBeforeSelf(shape);
        else Tree.Add(shape);
        return id;
    }

    private IEnumerable<XElement> Media(string kind, OpcPart file, params XElement?[] settings) =>
    [
        new(A + $"{kind}File", new XAttribute(R + "link", slide.Lead(file, Office + kind))),
        new(P + "extLst", new XElement(P + "ext", new XAttribute("uri", MediaExtension),
            new XElement(Extended + "media", new XAttribute(XNamespace.Xmlns + "p14", Extended), new XAttribute(R + "embed", slide.Lead(file, MediaRelation)), settings))),
    ];

    private static XElement? Trim(PresentationVideo video) => video is { LeadMs: 0, TailMs: 0 } ? null : Setting("trim", ("st", video.LeadMs), ("end", video.TailMs));

    private static XElement? Fade(PresentationVideo video) => video is { FadeInMs: 0, FadeOutMs: 0 } ? null : Setting("fade", ("in", video.FadeInMs), ("out", video.FadeOutMs));

    private static XElement Setting(string name, params (string Name, long Ms)[] times) => new(Extended + name, times.Where(t => t.Ms > 0).Select(t => new XAttribute(t.Name, t.Ms)));

    /// <summary>The crop, as shares of the picture.</summary>
    private static XElement? Crop(double left, double top, double right, double bottom)
    {
        ReadOnlySpan<(string Name, long Share)> edges = [("l", Share(left)), ("t", Share(top)), ("r", Share(right)), ("b", Share(bottom))];
        var crop = new XElement(A + "srcRect");
        foreach (var (name, share) in edges)
            if (share != 0) crop.SetAttributeValue(name, share);
        return crop.HasAttributes ? crop : null;
    }

    private static long Share(double share) => (long)Math.Round(share * 100_000);
}
