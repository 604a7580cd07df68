namespace Phonaris.Exports;

/// <summary>What a show can be exported as.</summary>
public enum ExportFormat
{
    /// <summary>A film: H.264 and AAC.</summary>
    Mp4,

    /// <summary>A film: VP9 and Opus.</summary>
    Webm,

    /// <summary>The sound alone, uncompressed.</summary>
    Wav,

    /// <summary>The sound alone, compressed without loss.</summary>
    Flac,

    /// <summary>The sound alone, MPEG-1 Audio Layer III.</summary>
    Mp3,

    /// <summary>The sound alone, Opus.</summary>
    Opus,

    /// <summary>The sound alone, AAC.</summary>
    M4a,

    /// <summary>The sound of each band by itself, as long as the show: WAVs in a zip.</summary>
    BandStems,

    /// <summary>The sound of each cue by itself, as long as the show: WAVs in a zip.</summary>
    CueStems,

    /// <summary>The deck with its sounds as a presentation file that moves on by the clock.</summary>
    PptxClock,

    /// <summary>The deck with its sounds as a presentation file that somebody moves on.</summary>
    PptxHand,

    /// <summary>The player as files in a zip.</summary>
    PlayerZip,

    /// <summary>The player as one HTML file.</summary>
    PlayerHtml,

    /// <summary>A timeline for editors: OpenTimelineIO.</summary>
    Otio,

    /// <summary>A timeline with its pictures and sounds: OpenTimelineIO, zipped.</summary>
    Otioz,

    /// <summary>What is said, as captions: WebVTT.</summary>
    Vtt,

    /// <summary>What is said, as captions: SubRip.</summary>
    Srt,

    /// <summary>The timing sheet, to print.</summary>
    TimesHtml,

    /// <summary>The timing sheet as CSV.</summary>
    TimesCsv,

    /// <summary>The run sheet for the one who stands in the preview, to print.</summary>
    RunHtml,

    /// <summary>The music used, to print.</summary>
    MusicHtml,

    /// <summary>The music used, as CSV.</summary>
    MusicCsv,

    /// <summary>The whole show, as its package.</summary>
    Phonaris,

    /// <summary>The show without what it does not use, as its package.</summary>
    PhonarisUsed,
}
