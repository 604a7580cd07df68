using System.Net.Http.Json;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Presentation;
using Phonaris.Core.Shows;
using Phonaris.Drills;
using Phonaris.Formats.Decks;
using Phonaris.Media.Pictures;
using SkiaSharp;

namespace Phonaris.Bench;

/// <summary>
/// A PDF of a hundred pages as pictures 1280 wide, against two processes of pdftoppm -png; a presentation of two hundred slides from the file to
/// editable slides with the first picture drawn; and photographs at the sizes of the run sheet and of a screen, against ffmpeg.
/// </summary>
internal static class DeckBench
{
    internal const int Slides = 200;
    private const int Pages = 100, Backed = 34, Photographs = 12, Width = 1280;
    private const double PicturesToReach = 0.6, SecondsToReach = 5, FirstToReach = 0.4, BackedToReach = 1.5, PhotographsToReach = 0.8;

    public static async Task RunAsync(Bench bench)
    {
        var pdf = bench.PathOf("deck.pdf");
        WritePdf(pdf);
        var hash = await bench.KeepAsync(pdf);
        var deck = Read(bench, hash, "deck.pdf");
        var pictures = new SlidePictures(bench.Derived, bench.Files.PathOf, new PagePainter(DeckFormats.Draw));
        var ours = await Bench.TimeAsync(() => pictures.PrepareAsync([.. deck.Slides.Select(s => s.Picture)], Width, null, CancellationToken.None));
        var theirs = await Bench.TimeAsync(() => Task.WhenAll(
            Bench.RunAsync("pdftoppm", "-png", "-scale-to-x", $"{Width}", "-scale-to-y", "-1", "-l", $"{Pages / 2}", pdf, bench.PathOf("a")),
            Bench.RunAsync("pdftoppm", "-png", "-scale-to-x", $"{Width}", "-scale-to-y", "-1", "-f", $"{Pages / 2 + 1}", pdf, bench.PathOf("b"))));
        bench.Report("pictures of a PDF of 100 pages, 1280 wide", ours, theirs, PicturesToReach);

        var pptx = bench.PathOf("deck.pptx");
        WritePptx(pptx, Slides);
        var seconds = await Bench.TimeAsync(async () =>
        {
            var kept = await bench.KeepAsync(pptx);
            var n = 0;
            deck = Read(bench, kept, "deck.pptx");
            var slides = deck.ToSlides(() => $"s{n++}", Core.Shows.Slide.DefaultHoldMs);
            if (slides.Count != Slides) throw new InvalidOperationException($"{slides.Count} slides were read.");
            await pictures.PngAsync(slides[0].Picture, 320, CancellationToken.None);
        });
        bench.ReportTime("a presentation of 200 slides, ready to edit", seconds, SecondsToReach);
        seconds = await Bench.TimeAsync(() => pictures.PrepareAsync([.. deck.Slides.Select(s => s.Picture)], 320, null, CancellationToken.None));
        Console.WriteLine($"{"the pictures of all 200 in the run sheet",-48} ours {seconds,7:0.00} s");
        bench.ReportTime("the first small presentation after a start", await FirstAsync(bench), FirstToReach);
        await BackedAsync(bench);
        await PhotographsAsync(bench);
    }

    /// <summary>Slides with one large background picture, against the same slides without it plus decoding it: it is decoded once.</summary>
    private static async Task BackedAsync(Bench bench)
    {
        var large = LargePicture();
        List<double> taken = [];
        foreach (var behind in (byte[]?[])[null, large])
        {
            var path = bench.PathOf($"backed-{taken.Count}.pptx");
            WritePptx(path, Backed, behind);
            var hash = await bench.KeepAsync(path);
            var pictures = new SlidePictures(bench.Derived, bench.Files.PathOf, new PagePainter(DeckFormats.Draw));
            taken.Add(await Bench.TimeAsync(() => pictures.PrepareAsync([.. Read(bench, hash, "backed.pptx").Slides.Select(s => s.Picture)], 320, null, CancellationToken.None)));
        }
        var once = await Bench.TimeAsync(() => Task.Run(() => SKBitmap.Decode(large).Dispose()));
        bench.Report($"{Backed} slides over a picture of 24 megapixels", taken[1], taken[0] + once, BackedToReach);
    }

    /// <summary>Photographs as slides, against ffmpeg scaling each to the same size, two at a time.</summary>
    private static async Task PhotographsAsync(Bench bench)
    {
        var large = LargePicture();
        List<PictureSource> photographs = [];
        for (var n = 0; n < Photographs; n++)
        {
            // Bytes appended after the end of a picture make it a different file.
            var path = bench.PathOf($"photograph-{n}.jpg");
            await File.WriteAllBytesAsync(path, [.. large, (byte)n]);
            photographs.Add(new(await bench.KeepAsync(path), MediaTypes.Jpeg, 1, 6000, 4000));
        }
        var pictures = new SlidePictures(bench.Derived, bench.Files.PathOf, new PagePainter(DeckFormats.Draw));
        foreach (var width in (int[])[320, 1920])
        {
            var ours = await Bench.TimeAsync(() => pictures.PrepareAsync(photographs, width, null, CancellationToken.None));
            var theirs = await Bench.TimeAsync(() => Parallel.ForEachAsync(Enumerable.Range(0, Photographs), new ParallelOptions { MaxDegreeOfParallelism = 2 }, async (n, _) =>
                await Bench.RunAsync("ffmpeg", "-nostdin", "-v", "error", "-y", "-i", bench.PathOf($"photograph-{n}.jpg"), "-vf", $"scale={width}:-1", bench.PathOf($"photograph-{n}-{width}.png"))));
            bench.Report($"{Photographs} photographs of 24 megapixels, {width} wide", ours, theirs, PhotographsToReach);
        }
    }

    /// <summary>A picture that compresses like a photograph.</summary>
    private static byte[] LargePicture()
    {
        using var bitmap = new SKBitmap(6000, 4000);
        using var canvas = new SKCanvas(bitmap);
        using var noise = SKShader.CreatePerlinNoiseTurbulence(0.01f, 0.02f, 5, 7);
        using var paint = new SKPaint { Shader = noise };
        canvas.DrawPaint(paint);
        return bitmap.Encode(SKEncodedImageFormat.Jpeg, 85).ToArray();
    }

    /// <summary>The seconds until a server that has just started returns the contents of a presentation of four slides.</summary>
    private static async Task<double> FirstAsync(Bench bench)
    {
        var program = Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../Phonaris.Web/release/Phonaris.Web.dll"));
        using var server = await ServerProcess.StartAsync(program, bench.PathOf("data"), TimeSpan.FromSeconds(60), "--Phonaris:Readers", "1");
        await Task.Delay(3_000);
        var show = await server.Http.ShowAsync("Bench");
        await using var deck = File.OpenRead(Path.GetFullPath("tests/Phonaris.Formats.Tests/Decks/night-walk.pptx"));
        var file = await server.Http.UploadAsync("night-walk.pptx", "deck", deck);
        return await Bench.TimeAsync(async () => (await server.Http.PostAsJsonAsync($"/api/shows/{show}/deck/look", new { files = new[] { file } })).EnsureSuccessStatusCode());
    }

    private static Deck Read(Bench bench, string hash, string name) => DeckFormats.Read([new(bench.Files.PathOf(hash), name, hash)]);

    /// <summary>Typical pages of a deck: a gradient background, some shapes, a dozen lines of text.</summary>
    private static void WritePdf(string path)
    {
        using var stream = File.Create(path);
        using var pdf = SKDocument.CreatePdf(stream);
        using var font = new SKFont(SKTypeface.FromFile("src/Phonaris.Media/Fonts/AtkinsonHyperlegibleNext-Regular.ttf"), 22);
        using var ink = new SKPaint { Color = SKColors.White, IsAntialias = true };
        for (var n = 1; n <= Pages; n++)
        {
            var canvas = pdf.BeginPage(960, 540);
            using var ground = new SKPaint
            {
                Shader = SKShader.CreateLinearGradient(new(0, 0), new(960, 540), [SKColor.FromHsl(n * 3, 40, 30), SKColor.FromHsl(n * 3 + 40, 50, 20)], SKShaderTileMode.Clamp),
            };
            canvas.DrawRect(0, 0, 960, 540, ground);
            using var wing = new SKPaint { Color = SKColor.FromHsl(n * 7, 60, 60).WithAlpha(120), IsAntialias = true };
            for (var k = 0; k < 30; k++) canvas.DrawOval(480 + 26 * (k % 15), 60 + 17 * k, 60 - k, 20 + k, wing);
            for (var line = 0; line < 12; line++) canvas.DrawText($"Page {n}, line {line + 1}: wings by night in Fennel Hollow", 60, 120 + 32 * line, SKTextAlign.Left, font, ink);
            pdf.EndPage();
        }
        pdf.Close();
    }

    /// <summary>A presentation that repeats the slides of a deck from another writer.</summary>
    /// <param name="path">The file to write.</param>
    /// <param name="slides">The number of slides.</param>
    /// <param name="behind">A JPEG as background of each slide; null for none.</param>
    internal static void WritePptx(string path, int slides, byte[]? behind = null)
    {
        File.Copy("tests/Phonaris.Formats.Tests/Decks/night-walk.pptx", path);
        using var document = PresentationDocument.Open(path, isEditable: true);
        var main = document.PresentationPart!;
        var list = main.Presentation.SlideIdList!;
        ImagePart? picture = null;
        var originals = list.Elements<SlideId>().Take(2).Select(s => (SlidePart)main.GetPartById(s.RelationshipId!)).ToList();
        foreach (var id in list.Elements<SlideId>().Skip(2).ToList()) id.Remove();
        for (uint n = 2; n < slides; n++)
        {
            var original = originals[(int)n % 2];
            var part = main.AddNewPart<SlidePart>();
            using (var content = original.GetStream()) part.FeedData(content);
            part.AddPart(original.SlideLayoutPart!);
            if (behind is not null) PutBehind(part);
            list.Append(new SlideId { Id = 1000 + n, RelationshipId = main.GetIdOfPart(part) });
        }
        main.Presentation.Save();

        void PutBehind(SlidePart part)
        {
            if (picture is not null) part.AddPart(picture);
            else (picture = part.AddImagePart(ImagePartType.Jpeg)).FeedData(new MemoryStream(behind));
            part.Slide.CommonSlideData!.Background = new(new BackgroundProperties(
                new DocumentFormat.OpenXml.Drawing.BlipFill(new DocumentFormat.OpenXml.Drawing.Blip { Embed = part.GetIdOfPart(picture) }, new DocumentFormat.OpenXml.Drawing.Stretch())));
            part.Slide.Save();
        }
    }
}
