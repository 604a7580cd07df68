using System.Runtime.InteropServices;
using Microsoft.Win32.SafeHandles;
using Phonaris.Core.Signal;

namespace Phonaris.Media.Sounds;

/// <summary>A decoded sound on disk: raw 32-bit floats, little-endian, stereo at 48 kHz. Only the requested part is in memory.</summary>
public sealed class PcmFile : ISoundReader, IDisposable
{
    private const int FrameBytes = Core.Values.Frames.Channels * sizeof(float);
    private readonly SafeFileHandle _file;

    /// <summary>Opens a file.</summary>
    public PcmFile(string path)
    {
        _file = File.OpenHandle(path, options: FileOptions.RandomAccess);
        Frames = RandomAccess.GetLength(_file) / FrameBytes;
    }

    /// <inheritdoc/>
    public long Frames { get; }

    /// <inheritdoc/>
    public void Read(long frame, Span<float> destination)
    {
        var bytes = MemoryMarshal.AsBytes(destination);
        if (frame < 0)
        {
            var silent = (int)Math.Min(bytes.Length, -frame * FrameBytes);
            bytes[..silent].Clear();
            bytes = bytes[silent..];
            frame = 0;
        }
        var offset = frame * FrameBytes;
        while (!bytes.IsEmpty)
        {
            var read = RandomAccess.Read(_file, bytes, offset);
            if (read == 0) break;
            bytes = bytes[read..];
            offset += read;
        }
        bytes.Clear();
    }

    /// <inheritdoc/>
    public void Dispose() => _file.Dispose();
}
