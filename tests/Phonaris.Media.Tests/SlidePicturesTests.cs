using Phonaris.Core.Shows;
using Phonaris.Made;
using SkiaSharp;

namespace Phonaris.Media.Tests;

public sealed class SlidePicturesTests : IDisposable
{
    private readonly Sandbox _box = new();

    [Fact]
    public async Task PDF_pages_are_drawn_singly_or_ahead_of_time()
    {
        using (var stream = File.Create(_box.PathOf("deck")))
        using (var pdf = SKDocument.CreatePdf(stream))
        {
            foreach (var color in new[] { SKColors.Red, SKColors.Lime, SKColors.Blue, SKColors.Red, SKColors.Lime })
            {
                using var canvas = pdf.BeginPage(960, 540);
                canvas.Clear(color);
                pdf.EndPage();
            }
            pdf.Close();
        }
        List<PictureSource> pages = [.. Enumerable.Range(1, 5).Select(n => new PictureSource("deck", MediaTypes.Pdf, n, 960, 540))];
        AssertColor(SKColors.Blue, await _box.Pictures.PngAsync(pages[2], 320, CancellationToken.None));
        await _box.Pictures.PrepareAsync(pages, 320, null, CancellationToken.None);
        Assert.Equal(5, Directory.GetFiles(_box.PathOf("derived/pictures")).Length);
        AssertColor(SKColors.Lime, await _box.Pictures.PngAsync(pages[4], 320, CancellationToken.None));
    }

    [Fact]
    public async Task A_declared_picture_size_cannot_exhaust_memory()
    {
        var slide = _box.Slide("a", SKColors.White, 1000);
        foreach (var (width, height) in new[] { (1, 100_000), (0, 90), (90, 0) })
        {
            var lying = slide.Picture with { Width = width, Height = height };
            Assert.Contains("too tall", (await Assert.ThrowsAsync<RuleException>(() => _box.Pictures.PngAsync(lying, 320, CancellationToken.None))).Message);
            Assert.Contains("too tall", (await Assert.ThrowsAsync<RuleException>(() => _box.Pictures.PrepareAsync([lying], 320, null, CancellationToken.None))).Message);
        }
    }

    [Fact]
    public async Task Drawings_use_the_bundled_fonts()
    {
        await File.WriteAllTextAsync(_box.PathOf("svg"), """
            <svg xmlns="http://www.w3.org/2000/svg" width="320" height="180" viewBox="0 0 320 180"><rect width="320" height="180" fill="#fff"/>
            <text x="10" y="100" font-size="60" font-family="Nobody Has This">llll</text></svg>
            """);
        using var picture = SKBitmap.Decode(await _box.Pictures.PngAsync(new("svg", MediaTypes.Svg, 1, 320, 180), 320, CancellationToken.None));
        // Four vertical strokes: along a line across the letters, ink starts and ends four times.
        var ink = Enumerable.Range(0, 319).Count(x => Dark(x) && !Dark(x + 1));
        Assert.Equal(4, ink);

        bool Dark(int x) => picture.GetPixel(x, 80).Red < 128;
    }

    [Fact]
    public async Task A_frame_of_a_film_shows_the_whole_slide_on_black()
    {
        var slide = _box.Slide("a", SKColors.White, 1000);
        using var frame = await _box.Pictures.FrameAsync(slide.Picture with { Width = 180, Height = 180 }, 320, 180, CancellationToken.None);
        Assert.Equal((SKColors.Black, SKColors.White, SKColors.Black), (frame.GetPixel(20, 90), frame.GetPixel(160, 90), frame.GetPixel(300, 90)));
    }

    [Theory]
    [InlineData(MediaTypes.Png, SKEncodedImageFormat.Png)]
    [InlineData(MediaTypes.Jpeg, SKEncodedImageFormat.Jpeg)]
    [InlineData(MediaTypes.WebP, SKEncodedImageFormat.Webp)]
    public async Task Very_fine_stripes_become_grey_at_any_size(string type, SKEncodedImageFormat format)
    {
        using (var striped = new SKBitmap(2000, 1000, SKColorType.Gray8, SKAlphaType.Opaque))
        {
            for (var i = 0; i < striped.ByteCount; i += 2) striped.GetPixelSpan()[i] = 255;
            await File.WriteAllBytesAsync(_box.PathOf("striped"), striped.Encode(format, 100).ToArray());
        }
        foreach (var width in (int[])[1000, 700, 320, 90])
        {
            using var drawn = await _box.Pictures.FrameAsync(new PictureSource("striped", type, 1, 2000, 1000), width, width / 2, CancellationToken.None);
            for (var x = 4; x < width - 4; x++) Assert.InRange(drawn.GetPixel(x, width / 4).Green, 96, 160);
        }
    }

    [Fact]
    public async Task A_drawing_loads_nothing_from_outside()
    {
        var red = PlainPicture.Write(_box.PathOf("outside.png"), SKColors.Red, 40, 40);
        await File.WriteAllTextAsync(_box.PathOf("reaching"), $"""
            <svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="40" height="40"><image href="file://{red}" width="40" height="40"/><image xlink:href="{red}" width="40" height="40"/><use href="file://{red}#a"/></svg>
            """);
        using var drawn = await _box.Pictures.FrameAsync(new PictureSource("reaching", MediaTypes.Svg, 1, 40, 40), 40, 40, CancellationToken.None);
        // White, or the grey of a missing picture: never the red of the external one.
        Assert.Equal(drawn.GetPixel(20, 20).Green, drawn.GetPixel(20, 20).Red);
    }

    public void Dispose() => _box.Dispose();

    private static void AssertColor(SKColor color, string path)
    {
        using var picture = SKBitmap.Decode(path);
        Assert.Equal((320, 180), (picture.Width, picture.Height));
        Assert.Equal(color, picture.GetPixel(160, 90));
    }
}
