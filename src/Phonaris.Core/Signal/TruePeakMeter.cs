using System.Numerics.Tensors;

namespace Phonaris.Core.Signal;

/// <summary>The true peak of a sound in blocks of any size; see <see cref="TruePeak"/>.</summary>
/// <param name="channels">Samples per frame.</param>
public sealed class TruePeakMeter(int channels = Values.Frames.Channels)
{
    /// <summary>Frames examined together: if they are too low to contain the peak, they are not oversampled.</summary>
    private const int BlockFrames = 1024;

    private const int Context = TruePeak.FramesBefore + TruePeak.FramesAfter;

    // Begins with silence as context; frames wait here for the context after them.
    private readonly float[] _waiting = new float[(BlockFrames + Context) * channels];
    private int _filled = TruePeak.FramesBefore * channels;

    /// <summary>The maximum magnitude so far among frames with complete context.</summary>
    public float Peak { get; private set; }

    /// <summary>The maximum magnitude of a sample so far.</summary>
    public float SamplePeak { get; private set; }

    /// <summary>Adds the next interleaved samples, in whole frames.</summary>
    public void Add(ReadOnlySpan<float> samples)
    {
        while (!samples.IsEmpty)
        {
            var count = Math.Min(samples.Length, _waiting.Length - _filled);
            samples[..count].CopyTo(_waiting.AsSpan(_filled));
            _filled += count;
            samples = samples[count..];
            if (_filled == _waiting.Length) Measure();
        }
    }

    /// <summary>Ends the sound with silence, and returns its true peak in dBTP, or null for silence.</summary>
    public double? End()
    {
        Add(new float[TruePeak.FramesAfter * channels]);
        Measure();
        return Peak > 0 ? Gain.ToDecibels(Peak) : null;
    }

    private void Measure()
    {
        var waiting = _waiting.AsSpan(0, _filled);
        // The largest magnitude keeps its sign.
        var greatest = MathF.Abs(TensorPrimitives.MaxMagnitude<float>(waiting));
        SamplePeak = Math.Max(SamplePeak, greatest);
        if (greatest * TruePeak.Bound > Peak) Peak = Math.Max(Peak, TruePeak.Of(waiting, channels));
        var keep = waiting[^(Context * channels)..];
        keep.CopyTo(_waiting);
        _filled = keep.Length;
    }
}
