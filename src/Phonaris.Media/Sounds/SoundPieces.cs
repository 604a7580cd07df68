using System.Buffers.Binary;
using System.Globalization;
using CliWrap;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Sounds;

/// <summary>
/// A schedule's sound in pieces of one length, each a FLAC file of its own (RFC 9639): coded without loss, and any place of it can
/// be decoded without what lies before.
/// </summary>
public static class SoundPieces
{
    /// <summary>How long a piece is, in frames at 48 kHz: 4.8 s, a whole number of the blocks of 4608 frames that ffmpeg codes in.</summary>
    public const int PieceFrames = 230_400;

    private const long MostBytesPerFrame = 6;

    /// <summary>As much as is copied at once: most of a piece.</summary>
    private const int CopiedBytes = 1 << 19;

    /// <summary>Renders and codes all of a schedule.</summary>
    /// <param name="schedule">What sounds when.</param>
    /// <param name="open">Gives the decoded samples of a source.</param>
    /// <param name="work">A folder in which pieces lie for a moment.</param>
    /// <param name="to">Takes one piece after the other, before each its length in bytes: 32 bits, little-endian.</param>
    /// <param name="cancel">Stops it.</param>
    /// <param name="light">Whether 16 bit will do, where it is to be exported.</param>
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
                    // A piece is named once it is whole.
                    "-segment_list", "pipe:1", "-segment_list_type", "flat", "%06d.flac",
                ],
                SoundEncoder.Mixed(schedule, open, 0, schedule.TotalFrames, null), PipeTarget.ToDelegate(TakeAsync), MediaTool.Long, cancel,
                // A per cent sign in the path would be taken for a part of the pattern.
                folder: folder);
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }

        async Task TakeAsync(string name, CancellationToken token)
        {
            // Where the last piece is full, what ffmpeg says at the very end comes as one more, without sound.
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
