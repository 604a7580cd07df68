using System.Xml;
using System.Xml.Linq;
using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using Phonaris.Shared;

namespace Phonaris.Formats.Decks;

/// <summary>An SVG drawing: one slide, named after its title or the file. Drawings that refer to anything outside are rejected.</summary>
internal sealed class SvgDeck : IDeckFormat
{
    public bool Recognises(DeckFile file, ReadOnlySpan<byte> head) => PictureKinds.IsSvg(head);

    public Deck Read(DeckFile file)
    {
        if (new FileInfo(file.Path).Length > SafeSvg.MostCharacters)
            throw new RuleException($"{file.Name} is larger than 20 MB. Save the drawing as PNG.");
        try
        {
            var title = Inspect(file);
            if (!IsPermitted(file)) throw TooMuch(file);
            using var svg = SafeSvg.New();
            using var reader = XmlReader.Create(file.Path, SafeSvg.Xml);
            var bounds = svg.Load(reader)?.CullRect ?? throw Damaged(file);
            var (width, height) = ((int)Math.Ceiling(bounds.Width), (int)Math.Ceiling(bounds.Height));
            PictureDeck.CheckSize(file.Name, width, height);
            var deck = PictureDeck.Slide(file, MediaTypes.Svg, width, height);
            return title is null ? deck : deck with { Slides = [deck.Slides[0] with { Title = title }] };
        }
        catch (XmlException)
        {
            throw Damaged(file);
        }
    }

    /// <summary>Scans the drawing: rejects external references, and returns its title if it has one.</summary>
    private static string? Inspect(DeckFile file)
    {
        string? title = null;
        using var reader = XmlReader.Create(file.Path, SafeSvg.Xml);
        // Reading a title leaves the reader on the next node, which is scanned like all others.
        for (var isAt = reader.Read(); isAt; isAt = reader.Read())
        {
            while (title is null && reader is { NodeType: XmlNodeType.Element, LocalName: "title", Depth: 1, IsEmptyElement: false })
                title = Names.Plain(reader.ReadElementContentAsString()).Trim();
            if (reader.EOF) break;
            if (reader.Depth > SvgBounds.Deepest) throw TooMuch(file);
            if (reader.NodeType == XmlNodeType.Element)
            {
                for (var more = reader.MoveToFirstAttribute(); more; more = reader.MoveToNextAttribute())
                {
                    var link = reader.LocalName is "href" or "src" && !reader.Value.StartsWith('#') && !reader.Value.StartsWith("data:image/", StringComparison.OrdinalIgnoreCase);
                    if (link || PointsOutside(reader.Value)) throw Outside(file);
                }
                reader.MoveToElement();
            }
            else if (reader.NodeType is XmlNodeType.Text or XmlNodeType.CDATA && PointsOutside(reader.Value)) throw Outside(file);
        }
        return string.IsNullOrEmpty(title) ? null : title;
    }

    private static bool IsPermitted(DeckFile file)
    {
        using var reader = XmlReader.Create(file.Path, SafeSvg.Xml);
        return SvgBounds.Permit(XElement.Load(reader));
    }

    private static RuleException TooMuch(DeckFile file) =>
        new($"{file.Name} is too complex. Simplify it, or save it as PNG.");

    /// <summary>Whether a style refers to a file or an address: <c>url(…)</c> outside the drawing, or an import.</summary>
    private static bool PointsOutside(string value)
    {
        if (value.Contains("@import", StringComparison.OrdinalIgnoreCase)) return true;
        for (var at = 0; (at = value.IndexOf("url(", at, StringComparison.OrdinalIgnoreCase)) >= 0;)
        {
            at += 4;
            var target = value.AsSpan(at).TrimStart(" '\"");
            if (!target.StartsWith("#") && !target.StartsWith("data:image/", StringComparison.OrdinalIgnoreCase)) return true;
        }
        return false;
    }

    private static RuleException Damaged(DeckFile file) => new($"{file.Name} cannot be read as SVG. Save it again, or as PNG.");

    private static RuleException Outside(DeckFile file) =>
        new($"{file.Name} uses pictures or styles outside the file. Save it with everything embedded, or as PNG.");
}
