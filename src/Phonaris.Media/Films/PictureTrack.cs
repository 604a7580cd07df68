using System.Security.Cryptography;
using System.Text;
using CliWrap;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Pictures;

namespace Phonaris.Media.Films;

/// <summary>
/// The pictures of a film as one stream. Of each still one picture is encoded, of each dissolve all of its. Both are kept by the content they follow
/// from, so what has not changed is never encoded again.
/// </summary>
internal sealed class PictureTrack
{
    private static readonly string[] Colours = ["-color_range", "tv", "-colorspace", "bt709", "-color_primaries", "bt709", "-color_trc", "bt709"];

    private readonly FilmSettings _settings;
    private readonly IPictureCoding _coding;
    private readonly DerivedFiles _derived;
    private readonly SlidePictures _pictures;
    private readonly List<Part> _parts = [];

    /// <summary>Plans the track.</summary>
    public PictureTrack(PictureOrder order, FilmSettings settings, DerivedFiles derived, SlidePictures pictures)
    {
        (_settings, _derived, _pictures) = (settings, derived, pictures);
        _coding = settings.Format == FilmFormat.Mp4 ? new H264Pictures() : new Vp9Pictures();
        PictureSource? before = null;
        foreach (var shot in order.Shots)
        {
            if (shot.Dissolve > 0) _parts.Add(new(before, shot.Picture, shot.Dissolve));
            if (shot.End - shot.Start > shot.Dissolve) _parts.Add(new(null, shot.Picture, shot.End - shot.Start - shot.Dissolve));
            before = shot.Picture;
        }
    }

    /// <summary>Encodes what has not been encoded yet, on all cores.</summary>
    public Task PrepareAsync(IProgress<double>? progress, CancellationToken cancel) => _derived.GetAllAsync(
        _parts.Select(part => (Name(part), (Func<string, CancellationToken, Task>)((path, token) => EncodeAsync(part, path, token)))), progress, cancel);

    /// <summary>What ffmpeg is told of the stream before it reads it.</summary>
    public IReadOnlyList<string> Leading => _settings.Format == FilmFormat.Mp4 ? ["-f", "h264", "-framerate", $"{_settings.Fps}"] : ["-f", "ivf"];

    /// <summary>Writes the whole stream.</summary>
    public async Task CopyToAsync(Stream stream, CancellationToken cancel)
    {
        using var buffer = new MemoryStream();
        _coding.Begin(buffer, _settings, _parts.Sum(p => p.Pictures));
        var group = FilmSettings.GroupSeconds * _settings.Fps;
        long at = 0;
        foreach (var part in _parts)
        {
            var bytes = await File.ReadAllBytesAsync(_derived.PathOf(Name(part)), cancel);
            for (var end = at + part.Pictures; at < end;)
            {
                var count = part.Before is null ? (int)Math.Min(group, end - at) : (int)part.Pictures;
                if (part.Before is null) _coding.Still(buffer, bytes, at, count);
                else _coding.Dissolve(buffer, bytes, at);
                at += count;
                await stream.WriteAsync(buffer.GetBuffer().AsMemory(0, (int)buffer.Length), cancel);
                buffer.SetLength(0);
            }
        }
    }

    private async Task EncodeAsync(Part part, string path, CancellationToken cancel)
    {
        var to = await PictureAsync(part.Picture);
        var from = part.Before is { } before ? await PictureAsync(before) : null;
        var (size, count) = ($"{_settings.Width}x{_settings.Height}", DissolvePictures(part));
        var input = PipeSource.Create(async (stream, token) =>
        {
            if (from is null)
            {
                await stream.WriteAsync(to, token);
                return;
            }
            var between = new byte[to.Length];
            for (var k = 0; k < count; k++)
            {
                Yuv420.Blend(from, to, (2 * k + 1) * 256 / (2 * count), between);
                await stream.WriteAsync(between, token);
            }
        });
        await MediaTool.RunAsync(
            "ffmpeg",
            ["-v", "error", "-f", "rawvideo", "-pix_fmt", "yuv420p", "-s", size, "-framerate", $"{_settings.Fps}",
                .. Colours, "-i", "pipe:0", .. _coding.Arguments(count), .. Colours, "-y", $"file:{path}"],
            input, null, MediaTool.Long, cancel);
        var encoded = _coding.Count(await File.ReadAllBytesAsync(path, cancel));
        if (encoded != Math.Max(1, count)) throw new InvalidDataException($"{encoded} pictures were encoded where {Math.Max(1, count)} were wanted.");

        async Task<byte[]> PictureAsync(PictureSource source)
        {
            using var frame = await _pictures.FrameAsync(source, _settings.Width, _settings.Height, cancel);
            return Yuv420.From(frame);
        }
    }

    /// <summary>The pictures of a dissolve; 0 for a still.</summary>
    private static int DissolvePictures(Part part) => part.Before is null ? 0 : (int)part.Pictures;

    private string Name(Part part)
    {
        var count = DissolvePictures(part);
        var identity = $"{Named(part.Before)} {Named(part.Picture)} {count} {_settings} {string.Join(' ', _coding.Arguments(count))}";
        return $"film/{Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(identity)).AsSpan(0, 16))}.{_coding.Ending}";
    }

    private static string Named(PictureSource? picture) => picture is null ? "" : $"{picture.Key} {picture.Width}x{picture.Height} {picture.Fills}";

    /// <summary>A still, or the dissolve from one picture to another.</summary>
    private sealed record Part(PictureSource? Before, PictureSource Picture, long Pictures);
}
