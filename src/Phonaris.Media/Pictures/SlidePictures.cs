using Phonaris.Core.Shows;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>
/// The pictures of slides at any size, drawn from the imported files: PDF pages by poppler, drawings and photographs by Skia.
/// </summary>
/// <param name="derived">The cache of drawn pictures.</param>
/// <param name="original">Returns the path of the file with a content hash.</param>
/// <param name="painter">Draws what poppler does not draw.</param>
public sealed class SlidePictures(DerivedFiles derived, Func<string, string> original, IPagePainter painter)
{
    /// <summary>The greatest width, in pixels.</summary>
    public const int GreatestWidth = 3840;

    /// <summary>The number of pages that one poppler process draws: few, so that the first are ready soon.</summary>
    private const int PagesAtOnce = 4;

    private const int JpegQuality = 90;

    /// <summary>Increased whenever slides of presentations are drawn differently.</summary>
    private const int DrawnBy = 5;

    /// <summary>A slide's picture as a PNG file of a width, with its own proportions.</summary>
    /// <param name="source">The picture.</param>
    /// <param name="width">Its width in pixels, 1 to <see cref="GreatestWidth"/>.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">The file cannot be drawn.</exception>
    public Task<string> PngAsync(PictureSource source, int width, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(source);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(width);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(width, GreatestWidth);
        return derived.GetAsync(
            Name(source, width),
            async (partial, token) =>
            {
                using var bitmap = await DrawAsync(source, width, token);
                await WritePngAsync(bitmap, partial, token);
            },
            cancel);
    }

    /// <summary>A slide's picture for a screen: photographs as JPEG, everything else as PNG.</summary>
    /// <param name="source">The picture.</param>
    /// <param name="width">Its width in pixels.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">The file cannot be drawn.</exception>
    public async Task<string> ScreenAsync(PictureSource source, int width, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(source);
        if (source.Type != MediaTypes.Jpeg) return await PngAsync(source, width, cancel);
        return await derived.GetAsync(
            Path.ChangeExtension(Name(source, width), ".jpg"),
            async (partial, token) =>
            {
                using var bitmap = await DrawAsync(source, width, token);
                using var jpeg = bitmap.Encode(SKEncodedImageFormat.Jpeg, JpegQuality);
                await File.WriteAllBytesAsync(partial, jpeg.ToArray(), token);
            },
            cancel);
    }

    /// <summary>The picture of a hotspot, as a square PNG file; transparent if the hotspot is hidden.</summary>
    /// <param name="spot">The hotspot.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">Its picture cannot be drawn.</exception>
    public Task<string> SpotAsync(Hotspot spot, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(spot);
        return derived.GetAsync(
            $"spots/{SpotPainter.NameOf(spot)}.png",
            async (partial, token) =>
            {
                using var own = spot.Picture is { } picture ? await DrawAsync(picture, SpotPainter.Side, token) : null;
                using var drawn = SpotPainter.Draw(spot, own);
                await WritePngAsync(drawn, partial, token);
            },
            cancel);
    }

    /// <summary>Draws all slides of a deck ahead of time, in order and on all cores.</summary>
    /// <param name="sources">The pictures in running order.</param>
    /// <param name="width">Their width in pixels.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">A file cannot be drawn.</exception>
    public async Task PrepareAsync(IReadOnlyList<PictureSource> sources, int width, IProgress<double>? progress, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(sources);
        var done = 0;
        var runs = sources.Where(s => !derived.Has(Name(s, width))).Chunk(PagesAtOnce).ToList();
        var missing = runs.Sum(r => r.Length);
        await Parallel.ForEachAsync(
            runs,
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount, CancellationToken = cancel },
            async (run, token) =>
            {
                if (IsPageRun(run)) await DrawPagesAsync(run, width, token);
                else
                    foreach (var source in run) await PngAsync(source, width, token);
                progress?.Report((double)Interlocked.Add(ref done, run.Length) / missing);
            });
    }

    /// <summary>A slide's picture fitted into a frame of a size, centred on black.</summary>
    /// <param name="source">The picture; null for a black frame.</param>
    /// <param name="width">The frame's width in pixels.</param>
    /// <param name="height">The frame's height in pixels.</param>
    /// <param name="cancel">Stops it.</param>
    /// <exception cref="RuleException">The file cannot be drawn.</exception>
    public async Task<SKBitmap> FrameAsync(PictureSource? source, int width, int height, CancellationToken cancel)
    {
        var frame = Pixels.Opaque(width, height);
        using var canvas = new SKCanvas(frame);
        canvas.Clear(SKColors.Black);
        if (source is null) return frame;
        var (across, down) = ((double)width / source.Width, (double)height / source.Height);
        var fit = source.Fills ? Math.Max(across, down) : Math.Min(across, down);
        using var picture = await DrawAsync(source, Math.Max(1, (int)Math.Round(source.Width * fit)), cancel);
        // Drawn at the right size except for one pixel of rounding: placed without resampling.
        canvas.DrawBitmap(picture, (width - picture.Width) / 2, (height - picture.Height) / 2, SKSamplingOptions.Default);
        return frame;
    }

    private async Task<SKBitmap> DrawAsync(PictureSource source, int width, CancellationToken cancel)
    {
        var height = HeightOf(source, width);
        if (source.Drawing is { } card) return DrawingPainter.Draw(card, 0, width, height);
        var path = original(source.Media);
        return source.Type == MediaTypes.Pdf
            ? (await PdfPages.DrawAsync(path, source.Page, source.Page, width, height, cancel))[0]
            : (await painter.DrawAsync(path, source.Type, [new(source.Page, source.Step)], width, height, cancel))[0];
    }

    /// <summary>The height of a picture of a width. A package may declare any size.</summary>
    private static int HeightOf(PictureSource source, int width) => source.CanBeDrawn
        ? Math.Max(1, (int)Math.Round((double)width * source.Height / source.Width))
        : throw new RuleException($"A picture {source.Width:N0} wide and {source.Height:N0} high is too tall. It can be at most {PictureSource.MostTimesAsHigh} times as high as wide.");

    private async Task DrawPagesAsync(PictureSource[] run, int width, CancellationToken cancel)
    {
        var height = HeightOf(run[0], width);
        var path = original(run[0].Media);
        IReadOnlyList<SKBitmap> pages = run[0].Type == MediaTypes.Pdf
            ? await PdfPages.DrawAsync(path, run[0].Page, run[^1].Page, width, height, cancel)
            : await painter.DrawAsync(path, run[0].Type, [.. run.Select(s => new PageRequest(s.Page, s.Step))], width, height, cancel);
        for (var i = 0; i < run.Length; i++)
        {
            using var page = pages[i];
            await derived.GetAsync(Name(run[i], width), (partial, token) => WritePngAsync(page, partial, token), cancel);
        }
    }

    private static bool IsPageRun(PictureSource[] run) =>
        run[0].Type is MediaTypes.Pdf or MediaTypes.Pptx or MediaTypes.Odp && run.Select((s, i) => (s, i)).All(
            x => x.s.Media == run[0].Media && x.s.Page == run[0].Page + x.i && x.s.Card is null && (x.s.Width, x.s.Height) == (run[0].Width, run[0].Height));

    private static Task WritePngAsync(SKBitmap bitmap, string path, CancellationToken cancel)
    {
        // Level 3 with the "up" filter is nearly as small as the best on slides and takes a fraction of the time.
        using var pixels = bitmap.PeekPixels();
        using var png = pixels.Encode(new SKPngEncoderOptions(SKPngEncoderFilterFlags.Up, 3))
            ?? throw new InvalidOperationException("The picture could not be written as PNG.");
        return File.WriteAllBytesAsync(path, png.ToArray(), cancel);
    }

    /// <summary>The cache key of a picture: its content, and for those drawn here also the renderer version and the fonts of the machine.</summary>
    private static string Name(PictureSource source, int width) =>
        source.Type is MediaTypes.Pptx or MediaTypes.Odp or MediaTypes.Svg ? $"pictures/{source.Key}-{width}.{DrawnBy}.{Typefaces.Stamp}.png" : $"pictures/{source.Key}-{width}.png";
}
