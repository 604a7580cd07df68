using System.Collections.Concurrent;
using System.Xml.Linq;
using DocumentFormat.OpenXml.Packaging;
using static Phonaris.Formats.Decks.Presentations.Ooxml;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>An open presentation of ISO/IEC 29500. Its parts are read as XML, each once.</summary>
internal sealed class PptxPackage : IDisposable
{

    private readonly PresentationDocument _document;
    private readonly string _name;
    private readonly ConcurrentDictionary<OpenXmlPart, XElement> _xml = new();
    private readonly PictureCache _pictures = new();

    /// <summary>Opens a presentation.</summary>
    /// <exception cref="RuleException">It cannot be read.</exception>
    public PptxPackage(string path, string name)
    {
        _name = name;
        using (ZipFiles.Open(path, name))
        {
            // Opened only to check its limits.
        }
        _document = PresentationDocument.Open(path, isEditable: false);
        var main = _document.PresentationPart ?? throw new InvalidDataException("There is no presentation.");
        Presentation = Xml(main);
        Slides = [.. (Presentation.Element(P + "sldIdLst")?.Elements(P + "sldId") ?? [])
            .Select(e => (Id: e.Attribute("id")?.Value ?? "", Part: main.GetPartById(e.Attribute(R + "id")?.Value ?? "") as SlidePart))
            .Where(s => s.Part is not null)
            .Select(s => (s.Id, s.Part!))];
        Width = Presentation.Element(P + "sldSz").Points("cx") ?? 960;
        Height = Presentation.Element(P + "sldSz").Points("cy") ?? 540;
    }

    /// <summary>The main part.</summary>
    public XElement Presentation { get; }

    /// <summary>The slides in order, with the ids that sections name them by.</summary>
    public IReadOnlyList<(string Id, SlidePart Part)> Slides { get; }

    /// <summary>The width of the slides in points.</summary>
    public double Width { get; }

    /// <summary>The height of the slides in points.</summary>
    public double Height { get; }

    /// <summary>A table style by id; null if the presentation does not contain it.</summary>
    public XElement? TableStyle(string? id) => id is null || _document.PresentationPart?.TableStylesPart is not { } part
        ? null
        : Xml(part).Elements(A + "tblStyle").FirstOrDefault(s => s.Attribute("styleId")?.Value == id);

    /// <summary>A part's document.</summary>
    public XElement Xml(OpenXmlPart part) => _xml.GetOrAdd(part, p =>
    {
        using var stream = p.GetStream(FileMode.Open, FileAccess.Read);
        return Transitional(ZipFiles.Xml(stream));
    });

    /// <summary>The bytes of a picture that a part refers to; null if it is outside the file.</summary>
    public byte[]? Picture(OpenXmlPart from, string? relationship)
    {
        if (relationship is null || !from.TryGetPartById(relationship, out var part)) return null;
        return _pictures.Get(part!, () => part!.GetStream(FileMode.Open, FileAccess.Read), _name);
    }

    /// <summary>The target of a part's relationship to a sound, a film or an external file, and whether it is external.</summary>
    public static (string Address, bool Outside)? Media(OpenXmlPart from, string? relationship)
    {
        if (relationship is null) return null;
        if (from.DataPartReferenceRelationships.FirstOrDefault(r => r.Id == relationship) is { } data) return (data.DataPart.Uri.ToString(), false);
        if (from.ExternalRelationships.FirstOrDefault(r => r.Id == relationship) is { } external) return (external.Uri.ToString(), true);
        return from.TryGetPartById(relationship, out var part) ? (part!.Uri.ToString(), false) : null;
    }

    /// <inheritdoc/>
    public void Dispose() => _document.Dispose();
}
