namespace Phonaris.Media.Films;

/// <summary>The formats of films.</summary>
public enum FilmFormat
{
    /// <summary>MPEG-4 (ISO/IEC 14496-14) with H.264 and AAC.</summary>
    Mp4,

    /// <summary>WebM with VP9 and Opus.</summary>
    Webm,
}
