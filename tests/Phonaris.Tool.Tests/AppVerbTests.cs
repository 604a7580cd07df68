using System.Diagnostics;
using System.Net;
using System.Text.Json;

namespace Phonaris.Tool.Tests;

/// <summary>The verbs of the program that concern the app and the machine.</summary>
[Collection(nameof(Toolbox))]
public sealed class AppVerbTests : Toolbox
{
    private string Settings => PathOf("config/phonaris.json");

    private (string, string)[] Home => [("XDG_CONFIG_HOME", PathOf("config")), ("XDG_DATA_HOME", PathOf("data")), ("XDG_CACHE_HOME", PathOf("cache")), ("PHONARIS_CACHE", "")];

    [Fact]
    public void The_doctor_uses_settings_of_the_file_the_environment_and_the_options()
    {
        Directory.CreateDirectory(PathOf("config"));
        Assert.Contains(PathOf("data/phonaris"), Data());
        File.WriteAllText(Settings, """{ "data": "/from/file", "port": 5999 }""");
        Assert.Contains("/from/file", Data());
        Assert.Contains("/from/environment", Data([("PHONARIS_DATA", "/from/environment")]));
        Assert.Contains("/from/option", Data([("PHONARIS_DATA", "/from/environment")], "--data", "/from/option"));
        File.WriteAllText(Settings, """{ "colour": "green" }""");
        Assert.Contains("unknown setting “colour”", Start(Home, "doctor").Errors);
        File.WriteAllText(Settings, "{ data }");
        Assert.Contains($"{Settings} cannot be read", Start(Home, "doctor").Errors);

        string Data((string, string)[]? environment = null, params string[] options)
        {
            var (_, output, errors) = Start([.. Home, .. environment ?? []], ["doctor", "--json", .. options]);
            Assert.Empty(errors);
            return JsonDocument.Parse(output).RootElement.GetProperty("lines").EnumerateArray().Single(l => l.GetProperty("about").GetString() == "data").GetProperty("what").GetString()!;
        }
    }

    [Fact]
    public void Every_setting_is_in_the_installation_guide()
    {
        var guide = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "../../../../docs/install.md"));
        foreach (var option in Start(Home, "serve", "--help").Output.Split(' ', '\n').Where(w => w.StartsWith("--", StringComparison.Ordinal) && w is not ("--json" or "--help" or "--version")))
            Assert.Contains($"| `{option}` | `PHONARIS_{option.Replace("--no-", "--", StringComparison.Ordinal)[2..].Replace('-', '_').ToUpperInvariant()}", guide);
    }

    [Fact]
    public void What_is_missing_is_named_with_its_cost_and_its_mend()
    {
        Directory.CreateDirectory(PathOf("programs"));
        foreach (var program in new[] { "setsid", "setpriv", "prlimit" }) File.CreateSymbolicLink(PathOf($"programs/{program}"), $"/usr/bin/{program}");
        var (code, output, _) = Start([.. Home, ("PATH", PathOf("programs"))], "doctor");
        Assert.Equal(Outcome.LeftToDo, code);
        Assert.Contains("ffmpeg is not installed, so sounds and videos cannot be read.", output);
        Assert.Contains("sudo apt install poppler-utils", output);
    }

    [Fact]
    public async Task A_saved_show_is_opened_in_an_app_that_is_started_for_it()
    {
        Picture("1.png", new(0x40, 0x50, 0x80));
        Json("new", "a.phonaris", "--deck", "1.png");
        var (code, output, errors) = Start(Home, "open", "a.phonaris", "--port", "0");
        // There is no desktop.
        Assert.Equal(Outcome.Failure, code);
        Assert.Empty(output);
        var running = int.Parse(File.ReadAllText(PathOf("data/phonaris/held-by")).Split(' ', ',')[1]);
        try
        {
            var address = new Uri(errors.Trim()["No browser could be opened here. Phonaris is at ".Length..]);
            Assert.StartsWith("/shows/", address.AbsolutePath);
            using var http = new HttpClient(new HttpClientHandler { CookieContainer = new CookieContainer() });
            await http.GetAsync(address);
            Assert.Contains("\"slides\":1", await http.GetStringAsync(new Uri(address, "/api/shows")));
            Assert.Equal(Outcome.BadInput, Start(Home, "open", "none.phonaris").Code);
        }
        finally
        {
            using var process = Process.GetProcessById(running);
            process.Kill();
            await process.WaitForExitAsync();
        }
    }
}
