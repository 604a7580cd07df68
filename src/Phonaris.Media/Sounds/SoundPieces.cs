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

    /// <summary>Renders and encodes a whole schedule.</summary>
    /// <param name="schedule">The schedule.</param>
    /// <param name="open">Opens the decoded samples of a source.</param>
    /// <param name="work">A folder for temporary segments.</param>
    /// <param name="to">Receives the segments in order, each after its length in bytes (32 bits, little-endian).</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="light">Whether to use 16 bits, for exports.</param>
    /// <exception cref="RuleException">The disk is full, or ffmpeg is missing.</exception>
    public static async Task WriteAsync(
        Schedule schedule, Func<SoundSource, ISoundReader> open, string work, Stream to, CancellationToken cancel, bool light = false)
    {
        ArgumentNullException.ThrowIfNull(schedule);
        ArgumentNullException.ThrowIfNull(to);
        if (schedule.TotalFrames == 0) return;
        Room.Need(work, schedule.TotalFrames * MostBytesPerFrame, "the sounds of this show");
        var folder = Directory.CreateDirectory(Path.Combine(work, $"{Guid.NewGuid():N}")).FullName;
        var length = new byte[sizeof(int)];
        var left = (schedule.TotalFrames + PieceFrames - 1) / PieceFrames;
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
                SoundEncoder.Mixed(schedule, open, 0, schedule.TotalFrames, null), PipeTarget.ToDelegate(TakeAsync), MediaTool.Long, cancel,
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
            if (left-- <= 0) return;
            var file = Path.Combine(folder, Path.GetFileName(name));
            await using (var piece = File.OpenRead(file))
            {
                BinaryPrimitives.WriteInt32LittleEndian(length, (int)piece.Length);
                await to.WriteAsync(length, token);
                await piece.CopyToAsync(to, CopiedBytes, token);
            }
            File.Delete(file);
        }
    }
}
