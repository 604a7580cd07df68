using System.IO.Packaging;
using System.Xml;
using System.Xml.Linq;
using Phonaris.Formats.Decks.Presentations;

namespace Phonaris.Formats.Presentations;

/// <summary>A part of a package.</summary>
/// <param name="uri">Its name.</param>
/// <param name="type">Its content type.</param>
/// <param name="content">Returns its bytes.</param>
internal sealed class OpcPart(Uri uri, string type, Func<Stream> content)
{
    private static readonly string[] Packed = ["image/png", "image/jpeg", "audio/", "video/"];

    private XElement? _edited;
    private List<OpcRelation>? _before;

    /// <summary>Its name.</summary>
    public Uri Uri => uri;

    /// <summary>Its content type.</summary>
    public string ContentType { get; set; } = type;

    /// <summary>The size limit in bytes; null for none.</summary>
    public long? MostBytes { get; init; }

    /// <summary>Its relationships.</summary>
    public List<OpcRelation> Relations { get; } = [];

    /// <summary>Whether its content is already compressed.</summary>
    public bool IsPacked => Packed.Any(p => ContentType.StartsWith(p, StringComparison.Ordinal)) && !ContentType.EndsWith("wav", StringComparison.Ordinal);

    /// <summary>Its document, for reading.</summary>
    /// <exception cref="XmlException">It is not well-formed, is too long or too deep, or uses entities.</exception>
    public XElement Read()
    {
        if (_edited is not null) return _edited;
        using var stream = content();
        return ZipFiles.Xml(stream);
    }

    /// <summary>Its document, for changing.</summary>
    public XElement Edit()
    {
        _before ??= [.. Relations];
        return _edited ??= Read();
    }

    /// <summary>Its current bytes.</summary>
    public Stream Open()
    {
        if (_edited is null) return content();
        XmlText.Clean(_edited);
        var bytes = new MemoryStream();
        using (var writer = XmlWriter.Create(bytes)) new XDocument(new XDeclaration("1.0", "utf-8", "yes"), _edited).Save(writer);
        bytes.Position = 0;
        return bytes;
    }

    /// <summary>Adds a relationship to another part.</summary>
    /// <returns>The id of the relationship.</returns>
    public string Lead(OpcPart to, string kind)
    {
        var target = PackUriHelper.GetRelativeUri(uri, to.Uri);
        if (Relations.Find(r => r.Type == kind && r.Target == target) is { } there) return there.Id;
        var number = 1;
        while (Relations.Exists(r => r.Id == $"rId{number}")) number++;
        Relations.Add(new($"rId{number}", kind, target, Outside: false));
        return $"rId{number}";
    }

    /// <summary>A copy of this part as it was originally.</summary>
    public OpcPart CopyTo(OpcPackage package, string name)
    {
        var copy = package.Add(name, ContentType, content);
        copy.Relations.AddRange((_before ?? Relations).Select(r => r with { Target = r.Outside ? r.Target : PackUriHelper.ResolvePartUri(uri, r.Target) }));
        return copy;
    }
}
