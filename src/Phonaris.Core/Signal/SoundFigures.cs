namespace Phonaris.Core.Signal;

/// <summary>The measurements of a sound, made while it is decoded. Loudness by ITU-R BS.1770-5 and EBU Tech 3342.</summary>
/// <param name="Frames">Its length in frames at 48 kHz.</param>
/// <param name="SampleRate">The file's own rate, frames per second.</param>
/// <param name="Channels">The file's own channels.</param>
/// <param name="LoudnessLufs">Its integrated loudness in LUFS, or null when it has none (silence, or under 400 ms).</param>
/// <param name="LoudestLufs">The loudness of its loudest 400 ms in LUFS, or null as above.</param>
/// <param name="RangeLu">Its loudness range in LU, or null when it has none.</param>
/// <param name="TruePeakDbtp">Its true peak in dBTP, or null for silence.</param>
/// <param name="LeadFrames">The silence at its beginning, in frames: below −60 dBFS.</param>
/// <param name="TailFrames">The silence at its end, in frames.</param>
/// <param name="VoiceLikeness">How speech-like the changes of its loudness are, 0 to 1: for a first guess of its kind.</param>
/// <param name="MissingFrames">How many frames of a damaged file could not be read; 0 for an intact file.</param>
/// <param name="HasCover">Whether the file has a cover picture.</param>
public sealed record SoundFigures(
    long Frames, int SampleRate, int Channels, double? LoudnessLufs, double? LoudestLufs, double? RangeLu, double? TruePeakDbtp,
    long LeadFrames, long TailFrames, double VoiceLikeness, long MissingFrames, bool HasCover);
