namespace Phonaris.Media.Sounds;

/// <summary>The formats in which a show's sound is written.</summary>
public enum SoundFileFormat
{
    /// <summary>RIFF/WAVE, 24-bit PCM.</summary>
    Wav,

    /// <summary>RIFF/WAVE, 16-bit PCM, which every program reads.</summary>
    PlainWav,

    /// <summary>Free Lossless Audio Codec (RFC 9639), 24 bits.</summary>
    Flac,

    /// <summary>MPEG-1 Audio Layer III, 256 kbit/s.</summary>
    Mp3,

    /// <summary>Opus (RFC 6716) in Ogg, 160 kbit/s.</summary>
    Opus,

    /// <summary>AAC in an MPEG-4 file, 256 kbit/s.</summary>
    M4a,
}
