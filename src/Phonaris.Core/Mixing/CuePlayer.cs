using System.Numerics.Tensors;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Mixing;

/// <summary>
/// Adds one scheduled cue to a mix: the trimmed part, repeated with crossfaded seams, times level and fades. The samples
/// at a frame depend on that frame alone, so blocks of any size give the same result.
/// </summary>
internal sealed class CuePlayer
{
    /// <summary>Frames per block: small enough to stay in the processor's cache.</summary>
    private const int BlockFrames = 8192;

    /// <summary>Frames over which a changing gain is interpolated linearly: a third of a millisecond.</summary>
    private const int StepFrames = 16;

    private readonly ScheduledCue _cue;
    private readonly ISoundReader _sound;
    private readonly Put _add;
    private float? _correlation;
    private CrossfadeSides? _taking, _giving;

    public CuePlayer(ScheduledCue cue, ISoundReader sound)
    {
        (_cue, _sound, _add) = (cue, sound, Add);
    }

    /// <summary>Links it to the bed that replaces it, so that the crossfade keeps the power even.</summary>
    public void TakeOverFrom(CuePlayer before) => _taking = before._giving = new(before, this);

    /// <summary>Adds the cue to a mix that begins at an absolute frame.</summary>
    public void AddTo(Span<float> mix, long mixStart, float[] scratch) => Play(mix, mixStart, scratch, _add);

    /// <summary>The cue without fades and level points, from one of its frames on.</summary>
    public void ReadBare(long frame, Span<float> destination, float[] scratch)
    {
        destination.Clear();
        Play(destination, _cue.StartFrame + frame, scratch, static (samples, _, into) => samples.CopyTo(into));
    }

    private delegate void Put(Span<float> samples, long frame, Span<float> into);

    private void Play(Span<float> mix, long mixStart, float[] scratch, Put put)
    {
        var at = Math.Max(_cue.StartFrame, mixStart);
        var end = Math.Min(_cue.EndFrame, mixStart + mix.Length / Frames.Channels);
        while (at < end)
        {
            var frame = at - _cue.StartFrame;
            var round = _cue.RoundAt(frame);
            var inRound = frame - _cue.RoundStart(round);
            var seam = round > 0 && inRound < _cue.SeamFrames;
            // A repeat is left one seam before its end, the last one at its very end.
            var pieceEnd = seam ? _cue.SeamFrames
                : round == _cue.RoundAt(long.MaxValue) ? _cue.RoundTo(round) - _cue.RoundFrom(round)
                : _cue.RoundStart(round + 1) - _cue.RoundStart(round);
            var count = (int)Math.Min(Math.Min(pieceEnd - inRound, end - at), BlockFrames);
            var samples = scratch.AsSpan(0, count * Frames.Channels);
            _sound.Read(_cue.RoundFrom(round) + inRound, samples);
            if (seam) Crossfade(samples, inRound, scratch.AsSpan(samples.Length, samples.Length));
            put(samples, frame, mix.Slice((int)(at - mixStart) * Frames.Channels, samples.Length));
            at += count;
        }
    }

    /// <summary>Buffers for two blocks.</summary>
    public static float[] Scratch() => new float[2 * BlockFrames * Frames.Channels];

    private void Crossfade(Span<float> entering, long inSeam, Span<float> leaving)
    {
        // Measured when a seam is first reached: a sound at another speed is computed as it is read, which takes a while.
        var correlation = _correlation ??= MeasureSeam();
        _sound.Read(_cue.LoopTo - _cue.SeamFrames + inSeam, leaving);
        for (var i = 0; i < entering.Length; i += Frames.Channels)
        {
            var (gainLeaving, gainEntering) = EqualPowerCrossfade.GainsAt(inSeam + i / Frames.Channels, _cue.SeamFrames, correlation);
            entering[i] = entering[i] * gainEntering + leaving[i] * gainLeaving;
            entering[i + 1] = entering[i + 1] * gainEntering + leaving[i + 1] * gainLeaving;
        }
    }

    private float MeasureSeam()
    {
        var (head, tail) = (new float[_cue.SeamFrames * Frames.Channels], new float[_cue.SeamFrames * Frames.Channels]);
        _sound.Read(_cue.LoopFrom, head);
        _sound.Read(_cue.LoopTo - _cue.SeamFrames, tail);
        return EqualPowerCrossfade.Correlation(head, tail);
    }

    private void Add(Span<float> samples, long frame, Span<float> mix)
    {
        Shape(samples, frame);
        // The fades frame by frame, the constant middle in one pass.
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
            var at = frame + i / Frames.Channels;
            var gain = _cue.Gain * _cue.FadesAt(at);
            if (_taking is not null) gain *= _taking.EvennessAt(_cue.StartFrame + at);
            if (_giving is not null) gain *= _giving.EvennessAt(_cue.StartFrame + at);
            mix[i] += samples[i] * gain;
            mix[i + 1] += samples[i + 1] * gain;
        }
    }

    /// <summary>Applies the envelope: constant parts at once, the rest in steps short enough to interpolate linearly.</summary>
    private void Shape(Span<float> samples, long frame)
    {
        var points = _cue.Envelope.Points;
        if (points.Count == 0) return;
        var end = frame + samples.Length / Frames.Channels;
        for (long at = frame, until; at < end; at = until)
        {
            var next = _cue.Envelope.After(at);
            var stays = next == 0 || next == points.Count || points[next - 1].Db == points[next].Db;
            // The grid is relative to the cue, so that blocks of any size give the same samples.
            var grid = at / StepFrames * StepFrames;
            until = Math.Min(end, next == points.Count ? end : points[next].Frame);
            var stretch = samples.Slice((int)(at - frame) * 2, (int)(until - at) * 2);
            if (stays)
            {
                TensorPrimitives.Multiply(stretch, _cue.Envelope.GainAt(at), stretch);
                continue;
            }
            until = Math.Min(until, grid + StepFrames);
            stretch = stretch[..((int)(until - at) * 2)];
            var (first, last) = (_cue.Envelope.GainAt(grid), _cue.Envelope.GainAt(grid + StepFrames));
            for (var i = 0; i < stretch.Length; i += Frames.Channels)
            {
                var gain = first + (last - first) * (at - grid + i / Frames.Channels) / StepFrames;
                stretch[i] *= gain;
                stretch[i + 1] *= gain;
            }
        }
    }

    /// <summary>A bed and the one that replaces it, with their correlation in the crossfade.</summary>
    private sealed class CrossfadeSides(CuePlayer before, CuePlayer later)
    {
        /// <summary>Measured in the middle of the crossfade, where both are heard, over a second at most.</summary>
        private const long MeasuredFrames = Frames.PerSecond;

        private float? _likeness;

        /// <summary>See <see cref="EqualPowerCrossfade.EvennessAt"/>; 1 outside the crossfade.</summary>
        /// <param name="at">An absolute frame.</param>
        public float EvennessAt(long at)
        {
            var (frame, length) = (at - later._cue.StartFrame, later._cue.FadeIn.Frames);
            return frame < 0 || frame >= length ? 1 : EqualPowerCrossfade.EvennessAt(frame, length, _likeness ??= Measure(length));
        }

        private float Measure(long length)
        {
            var measured = Math.Min(length, MeasuredFrames);
            var from = (length - measured) / 2;
            var (leaving, entering) = (new float[measured * Frames.Channels], new float[measured * Frames.Channels]);
            var scratch = Scratch();
            before.ReadBare(later._cue.StartFrame + from - before._cue.StartFrame, leaving, scratch);
            later.ReadBare(from, entering, scratch);
            return EqualPowerCrossfade.Correlation(leaving, entering);
        }
    }
}
