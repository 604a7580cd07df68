using System.Buffers.Binary;
using System.Globalization;
using CliWrap;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>
/// The sound of a schedule in segments of equal length, each a FLAC file (RFC 9639): lossless, and any segment can
/// be decoded without those before it.
/// </summary>
public static class SoundPieces
{
    /// <summary>The length of a segment in frames at 48 kHz: 4.8 s, a whole number of the blocks of 4608 frames in which ffmpeg encodes.</summary>
    public const int PieceFrames = 230_400;

    private const long MostBytesPerFrame = 6;

    /// <summary>The number of bytes copied at once: most of a segment.</summary>
    private const int CopiedBytes = 1 << 19;

    /// <summary>The number of segments of a schedule.</summary>
    /// <param name="frames">Its length, in frames at 48 kHz.</param>
    public static int CountOf(long frames) => (int)((frames + PieceFrames - 1) / PieceFrames);

    /// <summary>Renders and encodes a whole schedule.</summary>
    /// <param name="schedule">The schedule.</param>
    /// <param name="open">Opens the decoded samples of a source.</param>
    /// <param name="work">A folder for temporary segments.</param>
    /// <param name="to">Receives the segments in order, each after its length in bytes (32 bits, little-endian).</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="light">Whether to use 16 bits, for exports.</param>
    /// <exception cref="RuleException">The disk is full, or ffmpeg is missing.</exception>
    public static Task WriteAsync(
        Schedule schedule, Func<SoundSource, ISoundReader> open, string work, Stream to, CancellationToken cancel, bool light = false)
    {
        ArgumentNullException.ThrowIfNull(schedule);
        ArgumentNullException.ThrowIfNull(to);
        var length = new byte[sizeof(int)];
        return WriteAsync(schedule, open, work, 0, CountOf(schedule.TotalFrames), TakeAsync, cancel, light);

        async Task TakeAsync(int number, string file, CancellationToken token)
        {
            await using var piece = File.OpenRead(file);
            BinaryPrimitives.WriteInt32LittleEndian(length, (int)piece.Length);
            await to.WriteAsync(length, token);
            await piece.CopyToAsync(to, CopiedBytes, token);
        }
    }

    /// <summary>Renders and encodes some segments of a schedule.</summary>
    /// <param name="schedule">The schedule.</param>
    /// <param name="open">Opens the decoded samples of a source.</param>
    /// <param name="work">A folder for temporary segments.</param>
    /// <param name="from">The first segment, from 0.</param>
    /// <param name="to">The segment after the last.</param>
    /// <param name="take">Receives each segment, in order: its number, and its file, which is deleted afterwards unless it was moved.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="light">Whether to use 16 bits, for exports.</param>
    /// <exception cref="RuleException">The disk is full, or ffmpeg is missing.</exception>
    public static async Task WriteAsync(
        Schedule schedule, Func<SoundSource, ISoundReader> open, string work, int from, int to, Func<int, string, CancellationToken, Task> take, CancellationToken cancel, bool light = false)
    {
        ArgumentNullException.ThrowIfNull(schedule);
        ArgumentNullException.ThrowIfNull(take);
        if (from >= to) return;
        var (start, end) = ((long)from * PieceFrames, Math.Min(schedule.TotalFrames, (long)to * PieceFrames));
        Room.Need(work, (end - start) * MostBytesPerFrame, "the sounds of this show");
        var folder = Directory.CreateDirectory(Path.Combine(work, $"{Guid.NewGuid():N}")).FullName;
        var next = from;
        try
        {
            await MediaTool.RunAsync(
                "ffmpeg",
                [
                    .. SoundEncoder.FromPipe, .. light ? SoundEncoder.LightFlac : SoundEncoder.Flac,
                    "-f", "segment", "-segment_time", ((double)PieceFrames / Frames.PerSecond).ToString(CultureInfo.InvariantCulture), "-reset_timestamps", "1",
                    // A segment gets its name once it is complete.
                    "-segment_list", "pipe:1", "-segment_list_type", "flat", "%06d.flac",
                ],
                SoundEncoder.Mixed(schedule, open, start, end, null), PipeTarget.ToDelegate(TakeAsync), MediaTool.Long, cancel,
                // A per cent sign in the path would be read as part of the pattern.
                folder: folder);
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }

        async Task TakeAsync(string name, CancellationToken token)
        {
            // If the last segment is full, ffmpeg writes one more without sound.
            if (next >= to) return;
            var file = Path.Combine(folder, Path.GetFileName(name));
            await take(next++, file, token);
            File.Delete(file);
        }
    }
}
