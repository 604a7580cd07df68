namespace Phonaris.Exports;

/// <summary>The formats of exports.</summary>
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

    /// <summary>The sound of each kind separately, each as long as the show: WAV files in a ZIP.</summary>
    BandStems,

    /// <summary>The sound of each cue separately, each as long as the show: WAV files in a ZIP.</summary>
    CueStems,

    /// <summary>The deck with its sounds as a self-running presentation file.</summary>
    PptxClock,

    /// <summary>The deck with its sounds as a presentation file for a presenter.</summary>
    PptxHand,

    /// <summary>The player as a ZIP of files.</summary>
    PlayerZip,

    /// <summary>The player as one HTML file.</summary>
    PlayerHtml,

    /// <summary>A timeline for editors: OpenTimelineIO.</summary>
    Otio,

    /// <summary>A timeline with its pictures and sounds: OpenTimelineIO, zipped.</summary>
    Otioz,

    /// <summary>The notes as captions: WebVTT.</summary>
    Vtt,

    /// <summary>The notes as captions: SubRip.</summary>
    Srt,

    /// <summary>The timing sheet, to print.</summary>
    TimesHtml,

    /// <summary>The timing sheet as CSV.</summary>
    TimesCsv,

    /// <summary>The run sheet for the operator, to print.</summary>
    RunHtml,

    /// <summary>The music used, to print.</summary>
    MusicHtml,

    /// <summary>The music used, as CSV.</summary>
    MusicCsv,

    /// <summary>The whole show as a package.</summary>
    Phonaris,

    /// <summary>The show without unused sounds as a package.</summary>
    PhonarisUsed,
}
