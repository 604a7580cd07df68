using System.Xml;
using Svg;
using Svg.Skia;

namespace Phonaris.Shared;

/// <summary>How SVG drawings from outside are read: bounded, without entities, and whatever they point to outside themselves is never fetched.</summary>
internal static class SafeSvg
{
    /// <summary>The largest drawing, in characters.</summary>
    public const long MostCharacters = 20_000_000;

    static SafeSvg()
    {
        SvgDocument.ResolveExternalImages = ExternalType.None;
        SvgDocument.ResolveExternalElements = ExternalType.None;
        SvgDocument.ResolveExternalXmlEntites = ExternalType.None;
    }

    /// <summary>A drawing to load into.</summary>
    public static SKSvg New() => new();

    /// <summary>Settings for the text of a drawing; a document type is passed over, as some writers put one there.</summary>
    public static XmlReaderSettings Xml { get; } = new() { DtdProcessing = DtdProcessing.Ignore, XmlResolver = null, MaxCharactersInDocument = MostCharacters };
}
