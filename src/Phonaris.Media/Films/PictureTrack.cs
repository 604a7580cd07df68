using System.Security.Cryptography;
using System.Text;
using CliWrap;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Pictures;

namespace Phonaris.Media.Films;

/// <summary>
/// The pictures of a film as one H.264 stream. Of each slide one group of pictures is encoded and repeated by copying; of each dissolve
/// its pictures. Both are kept by the content they follow from, so what has not changed is never encoded again.
/// </summary>
internal sealed class PictureTrack
{
    private readonly FilmSettings _settings;
    private readonly DerivedFiles _derived;
    private readonly SlidePictures _pictures;
    private readonly List<Part> _parts = [];

    /// <summary>Plans the track.</summary>
    public PictureTrack(PictureOrder order, FilmSettings settings, DerivedFiles derived, SlidePictures pictures)
    {
        (_settings, _derived, _pictures) = (settings, derived, pictures);
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

    /// <summary>Writes the whole stream: groups repeated, the last one cut.</summary>
    public async Task CopyToAsync(Stream stream, CancellationToken cancel)
    {
        foreach (var part in _parts)
        {
            var bytes = await File.ReadAllBytesAsync(_derived.PathOf(Name(part)), cancel);
            var bounds = AccessUnits.Bounds(bytes);
            var group = bounds.Count - 1;
            for (var left = part.Pictures; left > 0;)
            {
                var count = (int)Math.Min(left, group);
                await stream.WriteAsync(bytes.AsMemory(0, bounds[count]), cancel);
                left -= count;
            }
        }
    }

    private async Task EncodeAsync(Part part, string path, CancellationToken cancel)
    {
        var to = await PictureAsync(part.Picture);
        var from = part.Before is { } before ? await PictureAsync(before) : null;
        var (size, group) = ($"{_settings.Width}x{_settings.Height}", GroupPictures(part));
        var input = PipeSource.Create(async (stream, token) =>
        {
            if (from is null)
            {
                await stream.WriteAsync(to, token);
                return;
            }
            var between = new byte[to.Length];
            for (long k = 0; k < part.Pictures; k++)
            {
                Yuv420.Blend(from, to, (int)((2 * k + 1) * 256 / (2 * part.Pictures)), between);
                await stream.WriteAsync(between, token);
            }
        });
        string[] repeat = from is null ? ["-vf", $"loop=loop={group - 1}:size=1"] : [];
        await MediaTool.RunAsync(
            "ffmpeg",
            ["-v", "error", "-f", "rawvideo", "-pix_fmt", "yuv420p", "-s", size, "-framerate", $"{_settings.Fps}",
                "-color_range", "tv", "-colorspace", "bt709", "-color_primaries", "bt709", "-color_trc", "bt709", "-i", "pipe:0",
                .. repeat, .. FilmSettings.PictureCoding, "-g", $"{group}", "-threads", "1", "-x264-params", Tuning(part),
                "-color_range", "tv", "-colorspace", "bt709", "-color_primaries", "bt709", "-color_trc", "bt709",
                "-frames:v", $"{group}", "-f", "h264", "-y", $"file:{path}"],
            input, null, MediaTool.Long, cancel);
        var encoded = AccessUnits.Bounds(await File.ReadAllBytesAsync(path, cancel)).Count - 1;
        if (encoded != group) throw new InvalidDataException($"{encoded} pictures were encoded where {group} were wanted.");

        async Task<byte[]> PictureAsync(PictureSource source)
        {
            using var frame = await _pictures.FrameAsync(source, _settings.Width, _settings.Height, cancel);
            return Yuv420.From(frame);
        }
    }

    private long GroupPictures(Part part) => part.Before is null ? FilmSettings.GroupSeconds * _settings.Fps : part.Pictures;

    private static string Tuning(Part part) => part.Before is null ? FilmSettings.StillTuning : FilmSettings.DissolveTuning;

    private string Name(Part part)
    {
        var identity = $"{Named(part.Before)} {Named(part.Picture)} {GroupPictures(part)} {_settings} {string.Join(' ', FilmSettings.PictureCoding)} {Tuning(part)}";
        return $"film/{Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(identity)).AsSpan(0, 16))}.h264";
    }

    private static string Named(PictureSource? picture) => picture is null ? "" : $"{picture.Key} {picture.Width}x{picture.Height} {picture.Fills}";

    /// <summary>A still, or the dissolve from one picture to another.</summary>
    private sealed record Part(PictureSource? Before, PictureSource Picture, long Pictures);
}
