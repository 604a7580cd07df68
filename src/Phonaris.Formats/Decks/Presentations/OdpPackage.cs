using System.IO.Compression;
using System.Xml.Linq;
using static Phonaris.Formats.Decks.Presentations.Odf;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>An open OpenDocument presentation: its pages, its styles and its pictures.</summary>
internal sealed class OdpPackage : IDisposable
{
    private readonly ZipArchive _zip;
    private readonly string _name;
    private readonly Dictionary<(string Family, string Name), XElement> _styles;
    private readonly Dictionary<string, string> _fonts;
    private readonly PictureCache _pictures = new();

    /// <summary>Opens a presentation.</summary>
    public OdpPackage(string path, string name)
    {
        (_zip, _name) = (ZipFiles.Open(path, name), name);
        var content = Xml("content.xml") ?? throw new InvalidDataException("There is no content.");
        var common = Xml("styles.xml");
        Pages = [.. content.Element(Office + "body")?.Element(Office + "presentation")?.Elements(Draw + "page") ?? []];
        // Automatic styles of the document take precedence over common styles of the same name.
        _styles = new[] { content, common }
            .OfType<XElement>()
            .SelectMany(d => d.Elements().Where(e => e.Name == Office + "automatic-styles" || e.Name == Office + "styles"))
            .SelectMany(s => s.Elements(Style + "style"))
            .DistinctBy(Key)
            .ToDictionary(Key);
        Defaults = common?.Element(Office + "styles")?.Elements(Style + "default-style").DistinctBy(s => s.Get(Style + "family") ?? "").ToDictionary(s => s.Get(Style + "family") ?? "") ?? [];
        Named = common?.Element(Office + "styles")?.Elements().Where(e => e.Name.Namespace == Draw && e.Get(Draw + "name") is not null)
            .DistinctBy(e => e.Get(Draw + "name")).ToDictionary(e => e.Get(Draw + "name")!) ?? [];
        _fonts = new[] { content, common }.OfType<XElement>().SelectMany(d => d.Elements(Office + "font-face-decls").Elements(Style + "font-face"))
            .DistinctBy(f => f.Get(Style + "name") ?? "").ToDictionary(f => f.Get(Style + "name") ?? "", f => f.Get(SvgCompatible + "font-family") ?? "");
        Masters = common?.Element(Office + "master-styles")?.Elements(Style + "master-page").DistinctBy(m => m.Get(Style + "name")).ToDictionary(m => m.Get(Style + "name") ?? "") ?? [];
        var layout = common?.Descendants(Style + "page-layout").FirstOrDefault(l =>
            l.Get(Style + "name") == Masters.GetValueOrDefault((Pages.Count > 0 ? Pages[0] : null).Get(Draw + "master-page-name") ?? "").Get(Style + "page-layout-name"));
        var properties = layout?.Element(Style + "page-layout-properties");
        Width = properties.Length(Fo + "page-width") ?? 793.7;
        Height = properties.Length(Fo + "page-height") ?? 446.5;

        static (string, string) Key(XElement style) => (style.Get(Style + "family") ?? "", style.Get(Style + "name") ?? "");
    }

    /// <summary>The pages in order.</summary>
    public IReadOnlyList<XElement> Pages { get; }

    /// <summary>The master pages by name.</summary>
    public IReadOnlyDictionary<string, XElement> Masters { get; }

    /// <summary>The default styles by family.</summary>
    public IReadOnlyDictionary<string, XElement> Defaults { get; }

    /// <summary>Gradients, pictures and dashes by name.</summary>
    public IReadOnlyDictionary<string, XElement> Named { get; }

    /// <summary>The width of the pages in points.</summary>
    public double Width { get; }

    /// <summary>The height of the pages in points.</summary>
    public double Height { get; }

    /// <summary>A style and its ancestors, the closest first, the family's default last.</summary>
    public List<XElement> Chain(string family, string? name)
    {
        List<XElement> chain = [];
        while (name is not null && chain.Count < 20 && _styles.TryGetValue((family, name), out var style))
        {
            chain.Add(style);
            name = style.Get(Style + "parent-style-name");
        }
        if (Defaults.TryGetValue(family, out var last)) chain.Add(last);
        // What the defaults of placeholders lack comes from those of shapes.
        if (family == "presentation" && Defaults.TryGetValue("graphic", out var shapes)) chain.Add(shapes);
        return chain;
    }

    /// <summary>The family of a font declaration; the name itself if there is none.</summary>
    public string FontFamily(string name) => _fonts.GetValueOrDefault(name) is { Length: > 0 } family ? family : name;

    /// <summary>The bytes of a file in the package; null if it is outside.</summary>
    public byte[]? File(string? address)
    {
        if (address is null || _zip.GetEntry(Inside(address)) is not { } entry) return null;
        return _pictures.Get(entry, () => entry.Open(), _name);
    }

    /// <summary>The root of a document in the package; null if it does not exist.</summary>
    public XElement? Xml(string entry)
    {
        if (_zip.GetEntry(entry) is not { } part) return null;
        using var stream = part.Open();
        return ZipFiles.Xml(stream);
    }

    /// <summary>Whether an address is within the package.</summary>
    public bool Has(string address) => _zip.GetEntry(Inside(address)) is not null;

    /// <summary>An address as the name of an entry.</summary>
    public static string Inside(string address) => address.StartsWith("./", StringComparison.Ordinal) ? address[2..] : address.StartsWith("../", StringComparison.Ordinal) ? address[3..] : address;

    /// <inheritdoc/>
    public void Dispose() => _zip.Dispose();
}
