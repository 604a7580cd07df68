using System.Numerics.Tensors;
using Phonaris.Core.Audio;

namespace Phonaris.Media.Sounds;

/// <summary>Measures a sound file as it is, at its own rate.</summary>
public static class SoundMeasure
{
    /// <summary>Decodes the file and measures it.</summary>
    /// <param name="path">The file.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="Core.RuleException">It is not a sound that can be read.</exception>
    public static async Task<Measured> OfAsync(string path, CancellationToken cancel)
    {
        var name = Path.GetFileName(path);
        var format = await SoundDecoder.ProbeAsync(path, name, cancel);
        var peak = 0f;
        var frames = await SoundDecoder.DecodeAsIsAsync(
            path, name, format, s => { if (!s.IsEmpty) peak = Math.Max(peak, Math.Abs(TensorPrimitives.MaxMagnitude(s))); }, cancel);
        return new(frames, format.SampleRate, format.Channels, peak > 0 ? Gain.ToDecibels(peak) : null);
    }
}

/// <summary>The figures of a sound file.</summary>
/// <param name="Frames">Its length in frames at its own rate.</param>
/// <param name="SampleRate">Frames a second.</param>
/// <param name="Channels">Samples in a frame.</param>
/// <param name="SamplePeakDbfs">Its greatest sample in dB relative to full scale, or null for silence.</param>
public sealed record Measured(long Frames, int SampleRate, int Channels, double? SamplePeakDbfs);
