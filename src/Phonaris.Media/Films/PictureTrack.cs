using System.Security.Cryptography;
using System.Text;
using CliWrap;
using Phonaris.Core.Timing;

namespace Phonaris.Media.Films;

/// <summary>
/// The pictures of a film as one stream. A still is encoded once; a dissolve and a video are encoded frame by frame, a few seconds at a
/// time. Both are cached by their content, so unchanged parts are never encoded again.
/// </summary>
internal sealed class PictureTrack
{
    /// <summary>The longest part of a video, in seconds: short enough to keep all cores busy, long enough that starting the encoder costs little.</summary>
    private const int PartSeconds = 2 * FilmSettings.GroupSeconds;

    private static readonly string[] Colours = ["-color_range", "tv", "-colorspace", "bt709", "-color_primaries", "bt709", "-color_trc", "bt709"];

    private readonly FilmSettings _settings;
    private readonly IPictureCoding _coding;
    private readonly DerivedFiles _derived;
    private readonly LookPainter _painter;
    private readonly List<Part> _parts;

    /// <summary>Plans the track.</summary>
    public PictureTrack(PictureOrder order, FilmSettings settings, DerivedFiles derived, LookPainter painter)
    {
        (_settings, _derived, _painter) = (settings, derived, painter);
        _coding = settings.Format == FilmFormat.Mp4 ? new H264Pictures() : new Vp9Pictures();
        _parts = [.. order.Shots.SelectMany(PartsOf)];
    }

    /// <summary>Encodes the missing parts, on all cores.</summary>
    public Task PrepareAsync(IProgress<double>? progress, CancellationToken cancel) => _derived.GetAllAsync(
        _parts.Select(part => (Name(part), (Func<string, CancellationToken, Task>)((path, token) => EncodeAsync(part, path, token)))), progress, cancel);

    /// <summary>The ffmpeg arguments before the stream as input.</summary>
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
            // Made again if it was removed in the meantime to free space.
            var bytes = await File.ReadAllBytesAsync(await _derived.GetAsync(Name(part), (path, token) => EncodeAsync(part, path, token), cancel), cancel);
            for (var end = at + part.Pictures; at < end;)
            {
                var count = part.Kind == PartKind.Still ? (int)Math.Min(group, end - at) : (int)part.Pictures;
                if (part.Kind == PartKind.Still) _coding.Still(buffer, bytes, at, count);
                else _coding.Changing(buffer, bytes, at);
                at += count;
                await stream.WriteAsync(buffer.GetBuffer().AsMemory(0, (int)buffer.Length), cancel);
                buffer.SetLength(0);
            }
        }
    }

    /// <summary>The parts of a shot: its dissolve, and then the still or segments of moving video.</summary>
    private IEnumerable<Part> PartsOf(Shot shot)
    {
        var over = shot.Start + shot.Dissolving;
        for (var from = shot.Start; from < shot.End;)
        {
            var (dissolves, moves) = (from < over, shot.Look.Moves);
            var to = Math.Min(dissolves ? over : shot.End, dissolves || moves ? from + PartSeconds * _settings.Fps : shot.End);
            yield return new(
                moves ? PartKind.Moving : dissolves ? PartKind.Dissolve : PartKind.Still, shot.LookAt(from, _settings.Fps), to - from,
                dissolves ? shot.Dissolve! with { At = shot.Dissolve.At + from - shot.Start } : null);
            from = to;
        }
    }

    private async Task EncodeAsync(Part part, string path, CancellationToken cancel)
    {
        var count = (int)Encoded(part);
        var input = PipeSource.Create(async (stream, token) =>
        {
            var before = part.Dissolve is { } dissolve ? await _painter.StillAsync(dissolve.From, _settings, token) : null;
            var at = part.Dissolve?.At ?? 0;
            await foreach (var picture in _painter.PicturesAsync(part.Look, _settings, count, token))
            {
                if (before is not null) Yuv420.Blend(before, picture, (int)((2 * at++ + 1) * 256 / (2 * part.Dissolve!.Pictures)), picture);
                await stream.WriteAsync(picture, token);
            }
        });
        await MediaTool.RunAsync(
            "ffmpeg",
            ["-v", "error", "-f", "rawvideo", "-pix_fmt", "yuv420p", "-s", $"{_settings.Width}x{_settings.Height}", "-framerate", $"{_settings.Fps}",
                .. Colours, "-i", "pipe:0", .. Coding(part), .. Colours, "-y", $"file:{path}"],
            input, null, MediaTool.Long, cancel);
        var encoded = _coding.Count(await File.ReadAllBytesAsync(path, cancel));
        if (encoded != count) throw new InvalidDataException($"{encoded} pictures were encoded where {count} were wanted.");
    }

    /// <summary>The number of encoded pictures of a part.</summary>
    private static long Encoded(Part part) => part.Kind == PartKind.Still ? 1 : part.Pictures;

    private IReadOnlyList<string> Coding(Part part) => _coding.Arguments(part.Kind, (int)Encoded(part), FilmSettings.GroupSeconds * _settings.Fps);

    private string Name(Part part)
    {
        var dissolve = part.Dissolve is { } d ? $"{LookPainter.NameOf(d.From)} {d.Pictures} {d.At}" : "";
        var identity = $"{dissolve} {LookPainter.NameOf(part.Look)} {Encoded(part)} {_settings} {string.Join(' ', Coding(part))}";
        return $"film/{Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(identity)).AsSpan(0, 16))}.{_coding.Ending}";
    }

    /// <summary>Pictures that are encoded together.</summary>
    private sealed record Part(PartKind Kind, Look Look, long Pictures, Dissolve? Dissolve);
}
