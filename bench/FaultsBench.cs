using System.IO.Compression;
using System.Net.Http.Json;
using System.Text.Json;
using OpenQA.Selenium.Chrome;
using Phonaris.Drills;
using SkiaSharp;

namespace Phonaris.Bench;

/// <summary>The app under faults. Nothing is compared with a peer; what must not happen is counted.</summary>
internal static class FaultsBench
{
    private const int Kills = 200, Files = 10_000, Edits = 10_000, Seed = 14, DiskMegabytes = 1_500;

    private static readonly string Server = Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../Phonaris.Web/release/Phonaris.Web.dll"));

    /// <summary>The server is killed at random moments.</summary>
    public static async Task KillsAsync(Bench bench)
    {
        var drill = new KillDrill(Server, bench.PathOf("killed"), Seed);
        await drill.RunAsync(Kills);
        var figures = drill.Figures;
        Console.WriteLine($"{figures.Kills} kills, {figures.Acknowledged} edits acknowledged");
        bench.ReportWorst("acknowledged and lost", figures.Lost, 0);
        bench.ReportWorst("starts that hang or fail", figures.BrokenStarts, 0);
        bench.ReportWorst("jobs neither ended nor resumed", figures.OpenJobs, 0);
        bench.ReportTime("slowest start", figures.SlowestStart.TotalSeconds, 15);
    }

    /// <summary>Two users edit one show, and two pages display it.</summary>
    public static async Task PagesAsync(Bench bench)
    {
        using var server = await ServerProcess.StartAsync(Server, bench.PathOf("pages"), TimeSpan.FromSeconds(60));
        var show = await server.Http.ShowAsync("Drill");
        for (var n = 0; n < 6; n++) await server.Http.EditAsync(show, new { kind = "addCard", slideId = $"s{n}", card = "title", index = n });
        using (var wav = BringIn.Wav(96_000, n => (short)(n % 100 < 50 ? 4_000 : -4_000)))
            await server.Http.PostAsJsonAsync($"/api/shows/{show}/sounds", await server.Http.UploadAsync("hum.wav", "sound", wav));
        JsonElement sounds;
        while ((sounds = (await server.Http.ViewAsync(show)).GetProperty("show").GetProperty("sounds")).GetArrayLength() == 0) await Task.Delay(100);
        for (var n = 0; n < 4; n++) await server.Http.PostAsJsonAsync($"/api/shows/{show}/drops", new { soundId = sounds[0].GetProperty("id").GetString(), slideId = $"s{n}" });
        using var one = Chromium.Start(bench.PathOf("one"));
        using var other = Chromium.Start(bench.PathOf("other"));
        foreach (var page in new[] { one, other }) page.Navigate().GoToUrl($"{server.Http.BaseAddress}shows/{show}");
        var figures = await new PagesDrill(server.Http, show, Seed).RunAsync(Edits);
        await Task.Delay(2_000);
        var (first, second) = (Shown(one), Shown(other));
        one.Navigate().Refresh();
        await Task.Delay(2_000);
        Console.WriteLine($"{figures.Edits} edits, {figures.Acknowledged} acknowledged, {figures.Reported} reported as conflicts");
        bench.ReportWorst("lost without a word", figures.Silent, 0);
        bench.ReportWorst("internal errors", figures.Faults, 0);
        bench.ReportWorst("pages that are not as the show is", (first == Shown(one) ? 0 : 1) + (second == Shown(one) ? 0 : 1), 0);

        // The contents of the sheet, visible and for screen readers.
        static string Shown(ChromeDriver page) => $"{page.ExecuteScript(
            "const sheet = document.querySelector('[data-testid=sheet]'); return sheet.innerText + [...sheet.querySelectorAll('[aria-label]')].map(e => e.getAttribute('aria-label')).join('|')")}";
    }

    /// <summary>Every kind of job without its outside programs, and on a full disk.</summary>
    public static async Task HinderedAsync(Bench bench)
    {
        using (var server = await ServerProcess.StartAsync(Server, bench.PathOf("tools"), TimeSpan.FromSeconds(60)))
            Report("killed outside programs", await new HinderDrill(server, bench.PathOf("tools"), Seed).KillToolsAsync());
        Directory.CreateDirectory(bench.PathOf("disk"));
        using (var server = await ServerProcess.StartOnDiskAsync(Server, bench.PathOf("disk"), DiskMegabytes))
            Report("full disks", await new HinderDrill(server, bench.PathOf("disk"), Seed).FillDiskAsync());

        void Report(string what, HinderFigures figures)
        {
            Console.WriteLine($"{figures.Hindered} jobs failed for {what} and said so, {figures.Done} were done all the same");
            foreach (var fault in figures.Faults) Console.WriteLine($"  {fault}");
            bench.ReportWorst($"faults by {what}", figures.Faults.Count, 0);
        }
    }

    /// <summary>Interrupted uploads, up to one longer than a request may be, and on a disk with little space.</summary>
    public static async Task UploadsAsync(Bench bench)
    {
        using (var server = await ServerProcess.StartAsync(Server, bench.PathOf("uploads"), TimeSpan.FromSeconds(60)))
        {
            server.Http.Timeout = TimeSpan.FromMinutes(5);
            var figures = await new UploadDrill(server, Path.Combine(bench.PathOf("uploads"), "uploads"), Seed).RunAsync([.. Enumerable.Repeat(100_000_000L, 19), 2_200_000_000]);
            Console.WriteLine($"{figures.Complete} uploads complete, {figures.Abandoned} abandoned");
            bench.ReportWorst("uploads lost", figures.Lost, 0);
            bench.ReportWorst("uploads shut out", figures.ShutOut, 0);
        }
        Directory.CreateDirectory(bench.PathOf("little"));
        using var small = await ServerProcess.StartOnDiskAsync(Server, bench.PathOf("little"), DiskMegabytes);
        var drill = new UploadDrill(small, $"/proc/{small.Id}/root{bench.PathOf("little")}/uploads", Seed);
        var crowded = await drill.RunAsync([300_000_000, 300_000_000, 1_000_000_000, 100_000_000, 100_000_000]);
        bench.ReportWorst("uploads lost on a small disk", crowded.Lost, 0);
        bench.ReportWorst("uploads shut out of a small disk", crowded.ShutOut, 0);
        bench.ReportWorst("uploads let in that no disk holds", await drill.BeginAsync("huge.mp4", 19_000_000_000) is null ? 0 : 1, 0);
    }

    /// <summary>Derived files above their limit while shows are open and one exports.</summary>
    public static async Task RoomAsync(Bench bench)
    {
        using var server = await ServerProcess.StartAsync(Server, bench.PathOf("room"), TimeSpan.FromSeconds(60), "--Phonaris:DerivedBytes", "1");
        var figures = await new RoomDrill(server, bench.PathOf("room")).RunAsync(3, 20);
        Console.WriteLine($"{figures.FreedBytes / 1e6:0} MB of derived files removed");
        bench.ReportWorst("internal errors", figures.Faults, 0);
        bench.ReportWorst("shows whose cues differ", figures.Differing, 0);
        bench.ReportWorst("exports that failed", figures.FailedExports, 0);
        bench.ReportWorst("nothing removed", figures.FreedBytes > 0 ? 0 : 1, 0);
    }

    /// <summary>A speed change of an hour of sound while other users edit.</summary>
    public static async Task LocksAsync(Bench bench)
    {
        using var server = await ServerProcess.StartAsync(Server, bench.PathOf("locks"), TimeSpan.FromSeconds(60));
        var figures = await new LocksDrill(server).RunAsync(3_600, 200);
        bench.ReportTime("the speed itself", figures.Speed.TotalSeconds, 1);
        bench.ReportTime("slowest of 200 edits made meanwhile", figures.Slowest.TotalSeconds, 1);
    }

    /// <summary>Corrupted files of every format.</summary>
    public static async Task SpoiltAsync(Bench bench)
    {
        var samples = new List<string>();
        foreach (var (name, arguments) in new (string, string[])[]
        {
            ("a.wav", []), ("a.mp3", []), ("a.ogg", ["-c:a", "libvorbis"]), ("a.opus", ["-c:a", "libopus"]), ("a.flac", []), ("a.m4a", []), ("a.aiff", []), ("a.wma", []),
        })
        {
            samples.Add(bench.PathOf(name));
            await Bench.FfmpegAsync(["-f", "lavfi", "-i", "sine=duration=2", .. arguments, samples[^1]]);
        }
        foreach (var name in new[] { "a.png", "a.jpg", "a.webp" })
        {
            samples.Add(bench.PathOf(name));
            await Bench.FfmpegAsync("-f", "lavfi", "-i", "testsrc=s=320x180", "-frames:v", "1", samples[^1]);
        }
        samples.AddRange(Directory.GetFiles(Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../../../tests/Phonaris.Formats.Tests/Decks")), "*.pptx"));
        samples.Add(Pdf(bench.PathOf("a.pdf")));
        samples.Add(Odp(bench.PathOf("a.odp")));
        samples.Add(bench.PathOf("a.svg"));
        await File.WriteAllTextAsync(samples[^1], """<svg xmlns="http://www.w3.org/2000/svg" width="160" height="90"><title>Wings</title><g id="w"><rect width="160" height="90" fill="#1e2b2a"/></g><use href="#w"/><text x="9" y="40">Wings</text></svg>""");
        var figures = await new MutationDrill(Server, bench.PathOf("spoilt"), samples).RunAsync(Files);
        Console.WriteLine($"{figures.Files} spoilt files, {figures.Read} taken, {figures.Refused} refused");
        bench.ReportWorst("crashes and internal errors", figures.Faults, 0);
        bench.ReportWorst("written outside", figures.Outside, 0);
        bench.ReportWorst("memory of the server and its readers, MB", figures.MostBytes / 1e6, 1_500);
    }

    private static string Pdf(string path)
    {
        using var stream = File.Create(path);
        using var pdf = SKDocument.CreatePdf(stream);
        using var ink = new SKPaint { Color = SKColors.DarkOrange };
        for (var page = 0; page < 3; page++)
        {
            pdf.BeginPage(320, 180).DrawRect(20, 20, 90 + 30 * page, 60, ink);
            pdf.EndPage();
        }
        pdf.Close();
        return path;
    }

    private static string Odp(string path)
    {
        using var zip = new ZipArchive(File.Create(path), ZipArchiveMode.Create);
        Write("mimetype", "application/vnd.oasis.opendocument.presentation");
        Write("content.xml", """
            <office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:draw="urn:oasis:names:tc:opendocument:xmlns:drawing:1.0"
              xmlns:svg="urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:presentation>
              <draw:page draw:name="one"><draw:g><draw:frame svg:x="1cm" svg:y="1cm" svg:width="9cm" svg:height="2cm"><draw:text-box><text:p>Wings by night</text:p></draw:text-box></draw:frame></draw:g></draw:page>
            </office:presentation></office:body></office:document-content>
            """);
        return path;

        void Write(string name, string text)
        {
            using var writer = new StreamWriter(zip.CreateEntry(name).Open());
            writer.Write(text);
        }
    }
}
