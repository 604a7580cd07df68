using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using SkiaSharp;

namespace Phonaris.Browser.Tests;

/// <summary>The main job, start to finish, as a hurried presenter does it.</summary>
public sealed class FirstJourney(Browser browser) : IClassFixture<Browser>
{
    private readonly Browser _browser = browser.Fresh();

    [Fact]
    public async Task From_a_pdf_and_a_tune_to_a_film()
    {
        _browser.Go("/");
        _browser.Find("section[aria-label='New show']");
        AssertAccessible();

        // A show from a PDF, with holds of three seconds.
        _browser.Type("Hold of each slide", "3", "3.0 s");
        _browser.Find("input[aria-label='Files of the deck']").SendKeys(Pdf(5));
        _browser.Until(() => _browser.Count("[data-slide]") == 5, "five slides");
        _browser.Until(() => _browser.Js<bool>("[...document.querySelectorAll('[data-slide] img')].every((i) => i.complete && i.naturalWidth === 320)"), "five pictures");
        _browser.Says("[data-slide='3']", "Page 3");

        // A tune, whose waveform appears without a reload.
        _browser.Find("input[aria-label='Files to import']").SendKeys(Tune());
        var sound = _browser.Find("[data-sound='Night tune']");
        _browser.Until(() => _browser.Js<string>("document.querySelector('[data-sound] svg[preserveAspectRatio=none] path').getAttribute('d')").Length > 500, "the waveform");

        // Dropped on slide 2, it extends to the end. Its end is dragged up to slide 4.
        _browser.Hand.DragAndDrop(sound, _browser.Find("[data-slide='2'] img")).Perform();
        _browser.Until(() => _browser.Value("Slides") == "2–5", "the cue on slides 2 to 5");
        _browser.Hand.ClickAndHold(_browser.Find("[data-cue] [data-grip='last'] rect")).MoveByOffset(0, -30).MoveByOffset(0, -60).Release().Perform();
        _browser.Until(() => _browser.Value("Slides") == "2–4", "the cue on slides 2 to 4");
        AssertAccessible();

        // Trimmed, looping, faded.
        _browser.Type("In", "0.5", "0:00.5");
        _browser.Type("Out", "2.5", "0:02.5");
        _browser.Type("Level", "-6", "−6.0 dB");
        _browser.Type("Fade in", "1", "1.0 s");
        _browser.Type("Fade out", "2", "2.0 s");
        Assert.Equal("fill", _browser.Value("Plays"));
        _browser.Type("Slides", "2-3", "2–3");
        _browser.Find("button[aria-label^='Undo: ']").Click();
        _browser.Until(() => _browser.Value("Slides") == "2–4", "the span typed to be undone");

        // Played from slide 2: the clock moves, and the sound is not silent.
        _browser.Hand.MoveToElement(_browser.Find("[data-slide='2'] img")).Perform();
        _browser.Find("button[aria-label='Play from slide 2']").Click();
        _browser.Until(() => Clock() > 3.6, "the clock to move past slide 2's beginning");
        _browser.Until(() => Level() > 0.05, "something to be heard");
        // An edit during playback is heard without a stop, 12 dB lower. The holds are long enough that no fade is near.
        _browser.Type("Hold of slide 3", "30", "30 s");
        _browser.Until(() => Clock() > 6.5, "the steady part of the music");
        var before = Loudest();
        _browser.Type("Level", "-18", "−18.0 dB");
        _browser.Until(() => Loudest() / before is > 0.15 and < 0.4, "it quieter");
        Assert.Equal(1, _browser.Count("footer button[aria-label='Stop']"));
        _browser.Until(() => _browser.Js<int>("document.querySelector('[data-testid=playhead]').dataset.at") >= 3, "the playhead on slide 3");
        _browser.Find("footer button[aria-label='Stop']").Click();
        _browser.Find("button[aria-label^='Undo: ']").Click();
        _browser.Until(() => _browser.Value("Level") == "−6.0 dB", "the level undone");
        _browser.Find("button[aria-label^='Undo: ']").Click();
        _browser.Until(() => _browser.Value("Hold of slide 3") == "3 s", "the hold undone");

        // Everything is still there after a reload.
        _browser.Reload();
        _browser.Find("[data-cue='Night tune'] [role=button]").SendKeys(OpenQA.Selenium.Keys.Enter);
        Assert.Equal(("2–4", "0:00.5", "0:02.5", "1.0 s", "2.0 s"), (_browser.Value("Slides"), _browser.Value("In"), _browser.Value("Out"), _browser.Value("Fade in"), _browser.Value("Fade out")));

        // Exported, playable in the page.
        _browser.Go(new Uri(_browser.Url).AbsolutePath + "/export");
        _browser.Find("select[aria-label='Size of the film']").SendKeys("720");
        _browser.Find("section[aria-label='New export'] button").Click();
        _browser.Find("[data-state='done'] video");
        AssertAccessible();
        _browser.Until(() => _browser.Js<double>("document.querySelector('video').duration || 0") > 14.9, "the film to be playable");
        var film = _browser.PathOf("film.mp4");
        await File.WriteAllBytesAsync(film, await _browser.Http.GetByteArrayAsync(new Uri(_browser.Find("a[download]").GetDomProperty("href")!)));
        AssertFilm(film);
        Assert.Empty(_browser.Complaints());
    }

    [Fact]
    public async Task The_video_of_an_imported_deck_is_trimmed_muted_shown_and_exported()
    {
        _browser.Go("/");
        _browser.Type("Hold of each slide", "4", "4.0 s");
        _browser.Find("input[aria-label='Files of the deck']").SendKeys(Path.Combine(AppContext.BaseDirectory, "lamp-talk.pptx"));
        _browser.Find("[data-cue] [role=button]").SendKeys(OpenQA.Selenium.Keys.Enter);
        Assert.Equal("Position of the video: 50% from the left, 40% from the top, 40% wide, 40% high", _browser.Find("[data-testid=video-place]").GetDomAttribute("aria-label")!.Split('.')[0]);
        // It waits for a click in the deck, and is now set to start with its slide, without its last second, muted.
        _browser.Find("[aria-label='Start']").SendKeys("with slide");
        _browser.Type("Out", "2", "0:02.0");
        _browser.Button("Mute").Click();
        _browser.Button("Muted");
        _browser.Find("[data-slide='2'] [data-title]").Click();
        _browser.Button("Match its video").Click();
        _browser.Until(() => _browser.Value("Hold of slide 2") == "2 s", "the hold to follow");
        _browser.Hand.MoveToElement(_browser.Find("[data-slide='2'] img")).Perform();
        _browser.Find("[aria-label='Play from slide 2']").Click();
        _browser.Until(() => _browser.Js<bool>("document.querySelector('video[data-video]')?.currentTime > 0.5"), "moving pictures");

        _browser.Go(new Uri(_browser.Url).AbsolutePath + "/export");
        _browser.Find("select[aria-label='Size of the film']").SendKeys("720");
        _browser.Find("section[aria-label='New export'] button").Click();
        _browser.Find("[data-state='done'] video");
        var film = _browser.PathOf("lamp.mp4");
        await File.WriteAllBytesAsync(film, await _browser.Http.GetByteArrayAsync(new Uri(_browser.Find("a[download]").GetDomProperty("href")!)));
        // Five pictures a second at its position: four seconds of the first slide, then all different.
        const int look = 64 * 36;
        var looks = OutputBytes("ffmpeg", "-v", "error", "-i", film, "-vf", "crop=512:288:640:288,fps=5,scale=64:36,format=gray", "-f", "rawvideo", "pipe:1").Chunk(look).ToList();
        Assert.Equal(30, looks.Count);
        var changes = looks.Zip(looks.Skip(1)).Select(l => l.First.Zip(l.Second).Average(p => Math.Abs(p.First - p.Second)) > 0.5).ToList();
        Assert.Equal([.. Enumerable.Repeat(false, 19), .. Enumerable.Repeat(true, 10)], changes);
        Assert.DoesNotContain(OutputBytes("ffmpeg", "-v", "error", "-i", film, "-map", "0:a", "-f", "s16le", "-ac", "1", "pipe:1").Chunk(2), s => Math.Abs((int)BitConverter.ToInt16(s)) > 3);
        Assert.Empty(_browser.Complaints());
    }

    /// <summary>The requested film: streams, length, silence outside slides 2 to 4, sound inside, and the shape of the fades.</summary>
    private static void AssertFilm(string film)
    {
        var probe = JsonDocument.Parse(Output("ffprobe", "-v", "error", "-show_streams", "-show_format", "-show_chapters", "-of", "json", film)).RootElement;
        Assert.Equal(["h264", "aac"], probe.GetProperty("streams").EnumerateArray().Take(2).Select(s => s.GetProperty("codec_name").GetString()));
        Assert.Equal(1280, probe.GetProperty("streams")[0].GetProperty("width").GetInt32());
        Assert.Equal(15, double.Parse(probe.GetProperty("format").GetProperty("duration").GetString()!, CultureInfo.InvariantCulture), 1 / 30.0);
        Assert.Equal("Page 2", probe.GetProperty("chapters")[1].GetProperty("tags").GetProperty("title").GetString());

        var raw = OutputBytes("ffmpeg", "-v", "error", "-i", film, "-map", "0:a", "-af", "pan=mono|c0=c0", "-f", "f32le", "-ar", "48000", "pipe:1");
        var samples = new float[raw.Length / 4];
        Buffer.BlockCopy(raw, 0, samples, 0, raw.Length);
        Assert.True(Rms(0, 2.95) < 1e-4 && Rms(12.05, 14.9) < 1e-4, "It is silent outside slides 2 to 4.");
        // Half scale, 6 dB lower, minus half a decibel that the MP3 encoder took off.
        var steady = Rms(5, 9);
        Assert.InRange(20 * Math.Log10(steady * Math.Sqrt(2)), -12.8, -12.0);
        foreach (var share in new[] { 0.25, 0.5, 0.75 })
        {
            var wanted = Math.Sin(Math.PI / 2 * share);
            Assert.Equal(wanted, Rms(3 + share - 0.02, 3 + share + 0.02) / steady, 0.03);
            Assert.Equal(wanted, Rms(12 - 2 * share - 0.02, 12 - 2 * share + 0.02) / steady, 0.03);
        }

        double Rms(double from, double to) => Math.Sqrt(samples[(int)(from * 48_000)..(int)(to * 48_000)].Average(s => (double)s * s));
    }

    private void AssertAccessible()
    {
        var found = _browser.Axe();
        Assert.True(found.Length == 0, found);
    }

    private double Clock()
    {
        var parts = _browser.Js<string>("document.querySelector('[data-testid=clock]').textContent").Split(':');
        return double.Parse(parts[0], CultureInfo.InvariantCulture) * 60 + double.Parse(parts[1], CultureInfo.InvariantCulture);
    }

    private double Level() => double.Parse(_browser.Js<string>("document.querySelector('[data-testid=meter]').dataset.level"), CultureInfo.InvariantCulture);

    private double Loudest() => Enumerable.Range(0, 8).Max(_ =>
    {
        Thread.Sleep(20);
        return Level();
    });

    private string Pdf(int pages)
    {
        var path = _browser.PathOf("evening talk.pdf");
        using var stream = File.Create(path);
        using var pdf = SKDocument.CreatePdf(stream);
        using var font = new SKFont(SKTypeface.FromFile(Path.Combine(AppContext.BaseDirectory, "AtkinsonHyperlegibleNext-Bold.ttf")), 60);
        using var ink = new SKPaint { Color = SKColors.White };
        for (var n = 1; n <= pages; n++)
        {
            using var canvas = pdf.BeginPage(960, 540);
            canvas.Clear(SKColor.FromHsl(n * 60, 40, 30));
            canvas.DrawText($"Page {n}", 80, 200, SKTextAlign.Left, font, ink);
            pdf.EndPage();
        }
        pdf.Close();
        return path;
    }

    /// <summary>A sine of 440 Hz at half scale: its loop of 1.8 s repeats without a change of phase, so only fades are visible.</summary>
    private string Tune()
    {
        var path = _browser.PathOf("Night tune.mp3");
        Output("ffmpeg", "-v", "error", "-f", "lavfi", "-i", "sine=440:duration=10:sample_rate=48000", "-af", "volume=4,pan=stereo|c0=c0|c1=c0", "-b:a", "192k", path);
        return path;
    }

    internal static string Output(string program, params string[] arguments) => System.Text.Encoding.UTF8.GetString(OutputBytes(program, arguments));

    private static byte[] OutputBytes(string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true })!;
        using var bytes = new MemoryStream();
        process.StandardOutput.BaseStream.CopyTo(bytes);
        process.WaitForExit();
        Assert.Equal(0, process.ExitCode);
        return bytes.ToArray();
    }
}
