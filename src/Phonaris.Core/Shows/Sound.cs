namespace Phonaris.Core.Shows;

/// <summary>An audio file in the show, kept as brought in and never altered.</summary>
/// <param name="Id">What names it for as long as the show lives.</param>
/// <param name="Name">What it is called in the show.</param>
/// <param name="Kind">What it is for.</param>
/// <param name="Media">The content hash of the file, SHA-256 in lower-case hexadecimal.</param>
/// <param name="FileName">The name of the file as brought in.</param>
/// <param name="Frames">Its length as the engine hears it, in frames at 48 kHz.</param>
/// <param name="LoudnessLufs">Its integrated loudness (ITU-R BS.1770-5) in LUFS, or null when it has none (silence, or under 400 ms).</param>
/// <param name="LoudestLufs">The loudness of its loudest 400 ms in LUFS, or null as above.</param>
public sealed record Sound(
    string Id, string Name, SoundKind Kind, string Media, string FileName, long Frames, double? LoudnessLufs, double? LoudestLufs)
{
    /// <summary>The largest sound file that can be brought in, in bytes: 2 GB.</summary>
    public const long GreatestBytes = 2_000_000_000;

    /// <summary>Says that a sound file is too large.</summary>
    public static RuleException TooLarge(string fileName) =>
        new($"{fileName} is larger than {GreatestBytes / 1_000_000_000} GB. Save it compressed, as FLAC or Ogg, or cut it into parts.");
}

/// <summary>What a sound is for.</summary>
public enum SoundKind
{
    /// <summary>Music or ambience lying under.</summary>
    Bed,

    /// <summary>Speech.</summary>
    Voice,

    /// <summary>A short effect.</summary>
    Spot,
}
