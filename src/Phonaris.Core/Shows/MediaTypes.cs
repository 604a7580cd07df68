namespace Phonaris.Core.Shows;

/// <summary>The media types of the files a slide's picture can come from (RFC 6838 names).</summary>
public static class MediaTypes
{
    /// <summary>ISO 32000 Portable Document Format.</summary>
    public const string Pdf = "application/pdf";

    /// <summary>Scalable Vector Graphics.</summary>
    public const string Svg = "image/svg+xml";

    /// <summary>Portable Network Graphics.</summary>
    public const string Png = "image/png";

    /// <summary>JPEG.</summary>
    public const string Jpeg = "image/jpeg";

    /// <summary>WebP.</summary>
    public const string WebP = "image/webp";

    /// <summary>Office Open XML presentation, ISO/IEC 29500.</summary>
    public const string Pptx = "application/vnd.openxmlformats-officedocument.presentationml.presentation";

    /// <summary>OpenDocument presentation, ISO/IEC 26300.</summary>
    public const string Odp = "application/vnd.oasis.opendocument.presentation";

    /// <summary>A card made here.</summary>
    public const string Card = "application/vnd.phonaris.card";
}
