using System.Buffers;
using System.Globalization;
using System.Threading.Channels;
using CliWrap;

namespace Phonaris.Media.Videos;

/// <summary>
/// The pictures of a video for a film: decoded from a start on, one after the other, at most a few
/// at a time. Upright, with square pixels, progressive, ITU-R BT.709 in 4:2:0.
/// </summary>
internal sealed class VideoFrames : IAsyncDisposable
{
    /// <summary>The memory limit of decoding, in bytes: enough for the largest supported pictures and their references.</summary>
    public const long MostBytes = 3_000_000_000;

    /// <summary>The number of pictures decoded ahead.</summary>
    private const int Ahead = 3;

    private readonly Channel<byte[]> _frames = Channel.CreateBounded<byte[]>(Ahead);
    private readonly CancellationTokenSource _stop;
    private readonly Task _decoding;

    private VideoFrames(string path, IEnumerable<string> arguments, int size, CancellationToken cancel)
    {
        _stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        _decoding = DecodeAsync(path, arguments, size);
    }

    /// <summary>Starts decoding.</summary>
    /// <param name="path">The file.</param>
    /// <param name="wanted">The range and size of the pictures.</param>
    /// <param name="cancel">Stops it.</param>
    public static VideoFrames Open(string path, VideoWanted wanted, CancellationToken cancel)
    {
        var from = wanted.FileFrame / (double)Frames.PerSecond;
        var chain = $"{VideoFilters.Whole},{VideoFilters.Even(from, wanted.Speed > 0 ? wanted.Speed : 1, wanted.Fps)},{(wanted.HighRange ? VideoFilters.ToneDown + "," : "")}{Part(wanted)}{VideoFilters.Scaled(wanted.Width, wanted.Height)}";
        return new(
            path,
            ["-threads", "1", "-ss", VideoFilters.SoughtFor(from).ToString("0.######", CultureInfo.InvariantCulture), "-i", $"file:{path}", "-map", "0:v:0", "-an", "-sn", "-dn", "-vf", chain,
                "-frames:v", $"{wanted.Count}", "-pix_fmt", "yuv420p", "-f", "rawvideo", "-protocol_whitelist", "pipe", "pipe:1"],
            wanted.Width * wanted.Height * 3 / 2, cancel);
    }

    /// <summary>The next picture: luma, then both chroma planes; null after the last. The buffer is from the shared pool and may be longer than needed.</summary>
    public async ValueTask<byte[]?> NextAsync()
    {
        if (!await _frames.Reader.WaitToReadAsync(_stop.Token)) return null;
        return await _frames.Reader.ReadAsync(_stop.Token);
    }

    public async ValueTask DisposeAsync()
    {
        await _stop.CancelAsync();
        await _decoding.ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        _stop.Dispose();
    }

    private static string Part(VideoWanted wanted) => wanted.Box is { PartX: 0, PartY: 0, PartWidth: 1, PartHeight: 1 }
        ? ""
        : string.Create(CultureInfo.InvariantCulture, $"crop=w=max(2\\,iw*{wanted.Box.PartWidth:0.######}):h=max(2\\,ih*{wanted.Box.PartHeight:0.######}):x=iw*{wanted.Box.PartX:0.######}:y=ih*{wanted.Box.PartY:0.######}:exact=1,");

    private async Task DecodeAsync(string path, IEnumerable<string> arguments, int size)
    {
        Exception? fault = null;
        try
        {
            await MediaTool.RunAsync("ffmpeg", ["-nostdin", "-v", "error", .. Sounds.SoundDecoder.Guard, .. arguments], null, PipeTarget.Create(TakeAsync), MediaTool.Long, _stop.Token, MostBytes);
        }
        catch (MediaToolException)
        {
            // The pictures before the damage are used.
        }
        catch (Exception e)
        {
            fault = e;
        }
        finally
        {
            // The reader waits for the next picture until it is told that there is none.
            _frames.Writer.TryComplete(fault);
        }

        async Task TakeAsync(Stream stream, CancellationToken token)
        {
            while (true)
            {
                // Large buffers: the reader returns them after drawing.
                var frame = ArrayPool<byte>.Shared.Rent(size);
                if (await stream.ReadAtLeastAsync(frame.AsMemory(0, size), size, throwOnEndOfStream: false, token) < size) return;
                await _frames.Writer.WriteAsync(frame, token);
            }
        }
    }
}
