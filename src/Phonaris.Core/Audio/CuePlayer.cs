using System.Numerics.Tensors;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Audio;

/// <summary>
/// Adds one scheduled cue to a mix: the used part, round after round with crossfaded seams, times level and fades. What it adds at
/// a frame depends on that frame alone, so blocks of any size give the same samples.
/// </summary>
internal sealed class CuePlayer
{
    /// <summary>Frames worked on at once: small enough to stay in the processor's cache.</summary>
    private const int BlockFrames = 8192;

    private readonly ScheduledCue _cue;
    private readonly ISoundReader _sound;
    private readonly float _correlation;

    public CuePlayer(ScheduledCue cue, ISoundReader sound)
    {
        (_cue, _sound) = (cue, sound);
        if (cue.SeamFrames == 0) return;
        var head = new float[cue.SeamFrames * Frames.Channels];
        var tail = new float[head.Length];
        sound.Read(cue.InFrame, head);
        sound.Read(cue.InFrame + cue.PeriodFrames, tail);
        _correlation = Seam.Correlation(head, tail);
    }

    /// <summary>Adds the cue to a mix that begins at an absolute frame.</summary>
    public void AddTo(Span<float> mix, long mixStart, float[] scratch)
    {
        var at = Math.Max(_cue.StartFrame, mixStart);
        var end = Math.Min(_cue.EndFrame, mixStart + mix.Length / Frames.Channels);
        while (at < end)
        {
            var frame = at - _cue.StartFrame;
            var round = _cue.RoundAt(frame);
            var inRound = frame - round * _cue.PeriodFrames;
            var seam = round > 0 && inRound < _cue.SeamFrames;
            var pieceEnd = seam ? _cue.SeamFrames : round == _cue.RoundAt(long.MaxValue) ? _cue.UsedFrames : _cue.PeriodFrames;
            var count = (int)Math.Min(Math.Min(pieceEnd - inRound, end - at), BlockFrames);
            var samples = scratch.AsSpan(0, count * Frames.Channels);
            _sound.Read(_cue.InFrame + inRound, samples);
            if (seam) Crossfade(samples, inRound, scratch.AsSpan(samples.Length, samples.Length));
            Add(samples, frame, mix.Slice((int)(at - mixStart) * Frames.Channels, samples.Length));
            at += count;
        }
    }

    /// <summary>Room for two blocks.</summary>
    public static float[] Scratch() => new float[2 * BlockFrames * Frames.Channels];

    private void Crossfade(Span<float> entering, long inSeam, Span<float> leaving)
    {
        _sound.Read(_cue.InFrame + _cue.PeriodFrames + inSeam, leaving);
        for (var i = 0; i < entering.Length; i += Frames.Channels)
        {
            var (gainLeaving, gainEntering) = Seam.GainsAt(inSeam + i / Frames.Channels, _cue.SeamFrames, _correlation);
            entering[i] = entering[i] * gainEntering + leaving[i] * gainLeaving;
            entering[i + 1] = entering[i + 1] * gainEntering + leaving[i + 1] * gainLeaving;
        }
    }

    private void Add(ReadOnlySpan<float> samples, long frame, Span<float> mix)
    {
        // The fades' frames one by one, the even middle in one stroke.
        var count = samples.Length / Frames.Channels;
        var evenStart = (int)Math.Clamp(_cue.FadeIn.Frames - frame, 0, count);
        var evenEnd = (int)Math.Clamp(_cue.LengthFrames - _cue.FadeOut.Frames - frame, evenStart, count);
        AddFaded(samples[..(evenStart * 2)], frame, mix);
        var even = samples[(evenStart * 2)..(evenEnd * 2)];
        var into = mix.Slice(evenStart * 2, even.Length);
        TensorPrimitives.MultiplyAdd(even, _cue.Gain, into, into);
        AddFaded(samples[(evenEnd * 2)..], frame + evenEnd, mix[(evenEnd * 2)..]);
    }

    private void AddFaded(ReadOnlySpan<float> samples, long frame, Span<float> mix)
    {
        for (var i = 0; i < samples.Length; i += Frames.Channels)
        {
            var gain = _cue.GainAt(frame + i / Frames.Channels);
            mix[i] += samples[i] * gain;
            mix[i + 1] += samples[i + 1] * gain;
        }
    }
}
