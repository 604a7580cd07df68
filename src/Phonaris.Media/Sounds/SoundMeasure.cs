using Phonaris.Core.Signal;

namespace Phonaris.Media.Sounds;

/// <summary>Measures a sound file at its own rate and channels.</summary>
public static class SoundMeasure
{
    /// <summary>Decodes the file and measures it.</summary>
    /// <param name="path">The file.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">It is not a readable sound.</exception>
    public static async Task<Measured> OfAsync(string path, CancellationToken cancel)
    {
        var name = Path.GetFileName(path);
        var format = await SoundDecoder.ProbeAsync(path, name, cancel);
        var (loudness, peak) = (new LoudnessMeter(format.SampleRate, format.Channels), new TruePeakMeter(format.Channels));
        var decoded = await SoundDecoder.DecodeAsIsAsync(path, name, format, Take, cancel);
        var truePeak = peak.End();
        return new(
            decoded.Frames, format.SampleRate, format.Channels, loudness.IntegratedLufs(), loudness.RangeLu(), truePeak,
            truePeak is null ? null : Gain.ToDecibels(peak.SamplePeak));

        void Take(ReadOnlySpan<float> samples)
        {
            loudness.Add(samples);
            peak.Add(samples);
        }
    }
}

/// <summary>The measurements of a sound file.</summary>
/// <param name="Frames">Its length in frames at its own rate.</param>
/// <param name="SampleRate">Frames per second.</param>
/// <param name="Channels">Samples per frame.</param>
/// <param name="IntegratedLufs">Its integrated loudness in LUFS (ITU-R BS.1770-5), or null when it has none.</param>
/// <param name="RangeLu">Its loudness range in LU (EBU Tech 3342), or null when it has none.</param>
/// <param name="TruePeakDbtp">Its true peak in dBTP, or null for silence.</param>
/// <param name="SamplePeakDbfs">Its greatest sample in dB relative to full scale, or null for silence.</param>
public sealed record Measured(
    long Frames, int SampleRate, int Channels, double? IntegratedLufs, double? RangeLu, double? TruePeakDbtp, double? SamplePeakDbfs);
