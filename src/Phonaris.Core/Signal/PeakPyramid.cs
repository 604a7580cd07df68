using System.Buffers.Binary;
using System.Numerics.Tensors;

namespace Phonaris.Core.Signal;

/// <summary>
/// The outline of a sound at every zoom: the maximum magnitude of both channels in buckets of 256 frames, and in further layers of
/// buckets four times as long, up to a single one. Magnitudes have 16 bits, 65535 for 1 and above.
/// </summary>
public sealed class PeakPyramid
{
    /// <summary>Frames per bucket of the lowest layer.</summary>
    public const int BaseFrames = 256;

    private const int Step = 4;
    private readonly List<ushort[]> _layers;

    private PeakPyramid(ushort[] lowest)
    {
        _layers = [lowest];
        while (_layers[^1].Length > 1)
            _layers.Add([.. _layers[^1].Chunk(Step).Select(c => c.Max())]);
    }

    /// <summary>Its size in bytes.</summary>
    public long Bytes => _layers.Sum(l => (long)l.Length) * sizeof(ushort);

    /// <summary>The maximum magnitude in each of equal parts of a range, 0 to 1.</summary>
    /// <param name="fromFrame">The first frame of the range.</param>
    /// <param name="toFrame">The frame after its last.</param>
    /// <param name="columns">Receives one value for each part; 0 outside the sound.</param>
    public void Read(long fromFrame, long toFrame, Span<float> columns)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(toFrame, fromFrame);
        if (columns.IsEmpty) return;
        var perColumn = Math.Max(1, (toFrame - fromFrame) / columns.Length);
        var layer = 0;
        long bucket = BaseFrames;
        while (layer < _layers.Count - 1 && bucket * Step <= perColumn) (layer, bucket) = (layer + 1, bucket * Step);
        var values = _layers[layer];
        for (var c = 0; c < columns.Length; c++)
        {
            var first = Math.Max(0, (fromFrame + (toFrame - fromFrame) * c / columns.Length) / bucket);
            var last = Math.Max(first, (fromFrame + (toFrame - fromFrame) * (c + 1) / columns.Length - 1) / bucket);
            ushort peak = 0;
            for (var b = first; b <= last && b < values.Length; b++) peak = Math.Max(peak, values[b]);
            columns[c] = peak / 65535f;
        }
    }

    /// <summary>The lowest layer as little-endian 16-bit numbers; the others are computed from it.</summary>
    public byte[] ToBytes()
    {
        var bytes = new byte[_layers[0].Length * 2];
        for (var i = 0; i < _layers[0].Length; i++) BinaryPrimitives.WriteUInt16LittleEndian(bytes.AsSpan(i * 2), _layers[0][i]);
        return bytes;
    }

    /// <summary>Reads what <see cref="ToBytes"/> wrote.</summary>
    public static PeakPyramid FromBytes(ReadOnlySpan<byte> bytes)
    {
        var lowest = new ushort[bytes.Length / 2];
        for (var i = 0; i < lowest.Length; i++) lowest[i] = BinaryPrimitives.ReadUInt16LittleEndian(bytes[(i * 2)..]);
        return new(lowest);
    }

    /// <summary>Builds a pyramid from blocks of a sound.</summary>
    public sealed class Builder
    {
        private readonly List<ushort> _lowest = [];
        private readonly float[] _bucket = new float[BaseFrames * Frames.Channels];
        private int _filled;

        /// <summary>Adds the next interleaved samples.</summary>
        public void Add(ReadOnlySpan<float> samples)
        {
            while (!samples.IsEmpty)
            {
                var take = Math.Min(samples.Length, _bucket.Length - _filled);
                samples[..take].CopyTo(_bucket.AsSpan(_filled));
                _filled += take;
                samples = samples[take..];
                if (_filled == _bucket.Length) Close();
            }
        }

        /// <summary>The pyramid of all samples added.</summary>
        public PeakPyramid Build()
        {
            if (_filled > 0) Close();
            return new([.. _lowest]);
        }

        private void Close()
        {
            var peak = Math.Abs(TensorPrimitives.MaxMagnitude(_bucket.AsSpan(0, _filled)));
            _lowest.Add((ushort)MathF.Round(Math.Min(1, float.IsNaN(peak) ? 0 : peak) * 65535));
            _filled = 0;
        }
    }
}
