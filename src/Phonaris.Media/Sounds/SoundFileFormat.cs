namespace Phonaris.Media.Sounds;

/// <summary>The formats a show's sound is written in.</summary>
public enum SoundFileFormat
{
    /// <summary>RIFF/WAVE, 24-bit PCM.</summary>
    Wav,

    /// <summary>RIFF/WAVE, 16-bit PCM, which everything reads.</summary>
    PlainWav,

    /// <summary>Free Lossless Audio Codec (RFC 9639), 24 bit.</summary>
    Flac,

    /// <summary>MPEG-1 Audio Layer III, 256 kbit/s.</summary>
    Mp3,

    /// <summary>Opus (RFC 6716) in Ogg, 160 kbit/s.</summary>
    Opus,

    /// <summary>AAC in an MPEG-4 file, 256 kbit/s.</summary>
    M4a,
}
