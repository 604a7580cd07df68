using System.Buffers;
using System.Runtime.CompilerServices;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Pictures;
using Phonaris.Media.Videos;

namespace Phonaris.Media.Films;

/// <summary>Draws the frames of a film as planar pictures: the slide and the videos that play on it.</summary>
/// <param name="pictures">Draws the slides.</param>
/// <param name="original">Returns the path of the file with a content hash.</param>
internal sealed class LookPainter(SlidePictures pictures, Func<string, string> original)
{
    /// <summary>The id of what is drawn: equal if the pictures are equal.</summary>
    public static string NameOf(Look look) =>
        $"{look.Picture.Key} {look.Picture.Width}x{look.Picture.Height} {look.Picture.Fills}" + string.Concat(look.Videos.Select(v => $" {v}"));

    /// <summary>A single picture, of the beginning.</summary>
    public async Task<byte[]> StillAsync(Look look, FilmSettings settings, CancellationToken cancel)
    {
        await foreach (var picture in PicturesAsync(look.Standing(), settings, 1, cancel)) return picture;
        throw new InvalidOperationException("One picture was asked for.");
    }

    /// <summary>Consecutive pictures, with the videos playing.</summary>
    /// <param name="look">The slide and its videos at the first picture.</param>
    /// <param name="settings">Their size and frame rate.</param>
    /// <param name="count">Their number.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>The same buffer each time.</returns>
    public async IAsyncEnumerable<byte[]> PicturesAsync(Look look, FilmSettings settings, int count, [EnumeratorCancellation] CancellationToken cancel)
    {
        var slide = await SlideAsync(look.Picture, settings, cancel);
        if (look.Videos.Count == 0)
        {
            // The previous caller may have drawn on it.
            var clean = count > 1 ? slide.ToArray() : [];
            for (var k = 0; k < count; k++)
            {
                if (k > 0) clean.CopyTo(slide, 0);
                yield return slide;
            }
            yield break;
        }
        List<Layer> layers = [];
        try
        {
            foreach (var video in look.Videos)
                if (BoxOf(video, look.Picture, settings) is { } box) layers.Add(new(box, VideoFrames.Open(original(video.Media), Wanted(video, box, settings, count), cancel)));
            var picture = new byte[slide.Length];
            for (var k = 0; k < count; k++)
            {
                slide.CopyTo(picture, 0);
                foreach (var layer in layers) await layer.DrawAsync(picture, settings.Width, settings.Height);
                yield return picture;
            }
        }
        finally
        {
            foreach (var layer in layers) await layer.Frames.DisposeAsync();
        }
    }

    private async Task<byte[]> SlideAsync(PictureSource source, FilmSettings settings, CancellationToken cancel)
    {
        using var frame = await pictures.FrameAsync(source, settings.Width, settings.Height, cancel);
        return Yuv420.From(frame);
    }

    private static VideoWanted Wanted(SeenVideo video, Box box, FilmSettings settings, int count) =>
        new(video.FileFrame, video.Speed, settings.Fps, video.Speed > 0 ? count : 1, box.Part, box.Width, box.Height, video.Figures.HighRange);

    /// <summary>The box of a video in the film's picture, in whole pairs of pixels because of the chroma planes; null if nothing of it is visible.</summary>
    private static Box? BoxOf(SeenVideo video, PictureSource slide, FilmSettings settings)
    {
        var (across, down) = ((double)settings.Width / slide.Width, (double)settings.Height / slide.Height);
        var fit = slide.Fills ? Math.Max(across, down) : Math.Min(across, down);
        var (left, top) = ((settings.Width - slide.Width * fit) / 2, (settings.Height - slide.Height * fit) / 2);
        var part = video.Place.BoxOf(video.Figures, slide.Width * fit, slide.Height * fit);
        part = part with { X = part.X + left, Y = part.Y + top };
        // Clipped to the slide and the film.
        if (part.Within(Math.Max(0, left), Math.Max(0, top), Math.Min(settings.Width, settings.Width - left), Math.Min(settings.Height, settings.Height - top)) is not { } seen) return null;
        var (x, y) = (Even(seen.X), Even(seen.Y));
        return new(x, y, Math.Max(2, Even(seen.X + seen.Width) - x), Math.Max(2, Even(seen.Y + seen.Height) - y), seen);

        static int Even(double at) => (int)Math.Round(at / 2) * 2;
    }

    /// <summary>The box of a video in a picture, in pixels, and the visible part of the video.</summary>
    private sealed record Box(int X, int Y, int Width, int Height, VideoBox Part);

    /// <summary>A video on a picture.</summary>
    private sealed class Layer(Box box, VideoFrames frames)
    {
        private byte[]? _last;

        public VideoFrames Frames => frames;

        public async ValueTask DrawAsync(byte[] picture, int width, int height)
        {
            // After the end of the video its last picture stays.
            if (await frames.NextAsync() is { } next)
            {
                if (_last is not null) ArrayPool<byte>.Shared.Return(_last);
                _last = next;
            }
            if (_last is null) return;
            var (across, down) = (Math.Min(box.Width, width - box.X), Math.Min(box.Height, height - box.Y));
            Copy(_last, 0, box.Width, picture, box.Y * width + box.X, width, across, down);
            var (luma, boxLuma) = (width * height, box.Width * box.Height);
            for (var plane = 0; plane < 2; plane++)
                Copy(_last, boxLuma + plane * boxLuma / 4, box.Width / 2, picture, luma + plane * luma / 4 + box.Y / 2 * (width / 2) + box.X / 2, width / 2, across / 2, down / 2);
        }

        private static void Copy(byte[] from, int fromAt, int fromStride, byte[] to, int toAt, int toStride, int width, int height)
        {
            for (var row = 0; row < height; row++) from.AsSpan(fromAt + row * fromStride, width).CopyTo(to.AsSpan(toAt + row * toStride));
        }
    }
}
