using System.Numerics.Tensors;

namespace Phonaris.Core.Signal;

/// <summary>Measures a sound in one pass: loudness, true peak, silence at both ends, and how speech-like it is.</summary>
public sealed class SoundSurvey
{
    /// <summary>Samples below this are silence at an end: −60 dBFS.</summary>
    private static readonly float Silence = Gain.FromDecibels(-60);

    // Speech pauses between phrases and words: its usual share of pauses, and how often it resumes after one, per second.
    private const double PauseDb = 20, UsualPauses = 0.12, UsualReturns = 0.5;

    private readonly LoudnessMeter _loudness = new();
    private readonly TruePeakMeter _peak = new();
    private long _frames;
    private long _firstLoud = -1, _lastLoud = -1;

    /// <summary>Adds the next interleaved stereo samples at 48 kHz.</summary>
    public void Add(ReadOnlySpan<float> samples)
    {
        _loudness.Add(samples);
        _peak.Add(samples);
        if (!samples.IsEmpty && MathF.Abs(TensorPrimitives.MaxMagnitude(samples)) > Silence)
        {
            if (_firstLoud < 0) _firstLoud = _frames + First(samples) / Frames.Channels;
            _lastLoud = _frames + Last(samples) / Frames.Channels;
        }
        _frames += samples.Length / Frames.Channels;
    }

    /// <summary>Ends the sound and returns its measurements.</summary>
    /// <param name="sampleRate">The file's own rate.</param>
    /// <param name="channels">The file's own channels.</param>
    /// <param name="missing">The number of frames that could not be read.</param>
    /// <param name="hasCover">Whether the file has a cover picture.</param>
    public SoundFigures End(int sampleRate, int channels, long missing, bool hasCover) => new(
        _frames, sampleRate, channels, Rounded(_loudness.IntegratedLufs()), Rounded(_loudness.LoudestLufs()), Rounded(_loudness.RangeLu()),
        Rounded(_peak.End()), _firstLoud < 0 ? _frames : _firstLoud, _firstLoud < 0 ? 0 : _frames - 1 - _lastLoud, VoiceLikeness(), missing, hasCover);

    private double VoiceLikeness()
    {
        var levels = _loudness.TenthsLufs().ToList();
        if (levels.Count < 10) return 0;
        var full = levels.Order().ElementAt(levels.Count * 9 / 10);
        var pauses = levels.Select(l => l < full - PauseDb).ToList();
        var inner = pauses.SkipWhile(p => p).Reverse().SkipWhile(p => p).ToList();
        if (inner.Count < 10) return 0;
        var share = inner.Count(p => p) / (double)inner.Count;
        var returns = inner.Zip(inner.Skip(1)).Count(p => p.First && !p.Second) / (inner.Count / 10.0);
        return Math.Round(Math.Min(1, share / UsualPauses) * Math.Min(1, returns / UsualReturns), 2);
    }

    private static double? Rounded(double? value) => value is { } v && double.IsFinite(v) ? Math.Round(v, 2) : null;

    private static int First(ReadOnlySpan<float> samples)
    {
        var i = 0;
        while (MathF.Abs(samples[i]) <= Silence) i++;
        return i;
    }

    private static int Last(ReadOnlySpan<float> samples)
    {
        var i = samples.Length - 1;
        while (MathF.Abs(samples[i]) <= Silence) i--;
        return i;
    }
}
