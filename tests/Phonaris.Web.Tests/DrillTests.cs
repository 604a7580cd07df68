using System.Diagnostics;
using Phonaris.Drills;

namespace Phonaris.Web.Tests;

/// <summary>Short forms of the drills in bench/, each with its own seed.</summary>
public sealed class DrillTests : IDisposable
{
    private const int SoundSeconds = 8, Pages = 12;

    private static readonly string Server = typeof(Program).Assembly.Location;

    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-drill");

    [Fact]
    public async Task No_concurrent_edit_is_lost_silently()
    {
        using var server = await ServerProcess.StartAsync(Server, _folder.FullName, TimeSpan.FromSeconds(60));
        var show = await server.Http.ShowAsync("Drill");
        for (var n = 0; n < 3; n++) await server.Http.EditAsync(show, new { kind = "addCard", slideId = $"s{n}", card = "title", index = n });
        var figures = await new PagesDrill(server.Http, show, 3).RunAsync(150);
        Assert.Equal((0, 0), (figures.Silent, figures.Faults));
        Assert.True(figures is { Acknowledged: > 50, Reported: > 5 }, $"{figures}: the drill tries too little.");
    }

    [Fact]
    public async Task Jobs_with_killed_programs_report_it_and_can_be_retried()
    {
        using var server = await ServerProcess.StartAsync(Server, _folder.FullName, TimeSpan.FromSeconds(60));
        var figures = await new HinderDrill(server, _folder.FullName, 3, SoundSeconds, Pages, ["sound", "deck", "export flac"]).KillToolsAsync();
        Assert.Empty(figures.Faults);
        Assert.True(figures.Hindered > 0, $"Only {figures.Hindered} jobs were hindered: the drill tries too little.");
    }

    [Fact]
    public async Task A_full_disk_stops_jobs_and_harms_nothing()
    {
        using (var may = Process.Start(new ProcessStartInfo("unshare", ["--user", "--map-root-user", "--mount", "true"]) { RedirectStandardError = true })!)
        {
            await may.WaitForExitAsync();
            Assert.SkipUnless(may.ExitCode == 0, "No disk of its own can be had here.");
        }
        using var server = await ServerProcess.StartOnDiskAsync(Server, _folder.FullName, 450);
        var figures = await new HinderDrill(server, _folder.FullName, 3, SoundSeconds, Pages, ["sound", "deck", "export mp4"]).FillDiskAsync();
        Assert.Empty(figures.Faults);
        Assert.True(figures.Hindered > 0, $"Only {figures.Hindered} jobs were hindered: the drill tries too little.");
    }

    [Fact]
    public async Task Corrupted_files_are_imported_or_rejected()
    {
        var wav = Path.Combine(_folder.CreateSubdirectory("samples").FullName, "tone.wav");
        await using (var file = File.Create(wav))
        using (var tone = BringIn.Wav(24_000, n => (short)(n % 100 * 80))) await tone.CopyToAsync(file);
        var deck = Path.Combine(AppContext.BaseDirectory, "Reading", "first.pptx");
        var figures = await new MutationDrill(Server, Path.Combine(_folder.FullName, "drill"), [wav, deck]).RunAsync(40);
        Assert.Equal((0, 0), (figures.Faults, figures.Outside));
        Assert.True(figures is { Read: > 5, Refused: > 3, MostBytes: > 0 and < 1_500_000_000 }, $"{figures}");
    }

    public void Dispose() => _folder.Delete(recursive: true);
}
