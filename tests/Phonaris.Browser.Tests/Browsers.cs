using System.Collections.Concurrent;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using Phonaris.Drills;

[assembly: AssemblyFixture(typeof(Phonaris.Browser.Tests.Browsers))]

namespace Phonaris.Browser.Tests;

/// <summary>The pool of real browsers: as many as classes run in parallel, because starting one takes longer than many journeys.</summary>
public sealed class Browsers : IDisposable
{
    private readonly DirectoryInfo _profiles = Directory.CreateTempSubdirectory("phonaris-profiles");
    private readonly ConcurrentBag<ChromeDriver> _free = [], _freeHearing = [];

    /// <summary>Takes a free browser.</summary>
    /// <param name="hears">Whether its sound is recorded, see <see cref="Ear"/>.</param>
    internal ChromeDriver Take(bool hears)
    {
        if (Free(hears).TryTake(out var free)) return free;
        var driver = Begin();
        if (!hears) return driver;
        driver.ExecuteCdpCommand("Page.setBypassCSP", new() { ["enabled"] = true });
        driver.ExecuteCdpCommand("Page.addScriptToEvaluateOnNewDocument", new() { ["source"] = Ear.Script });
        return driver;
    }

    /// <summary>Returns a browser, with an empty page.</summary>
    /// <param name="driver">The browser.</param>
    /// <param name="hears">As it was taken.</param>
    internal void GiveBack(ChromeDriver driver, bool hears) => Free(hears).Add(driver);

    public void Dispose()
    {
        foreach (var driver in _free.Concat(_freeHearing)) driver.Quit();
        _profiles.Delete(recursive: true);
    }

    private ConcurrentBag<ChromeDriver> Free(bool hears) => hears ? _freeHearing : _free;

    private ChromeDriver Begin()
    {
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new", "--disable-features=SpareRendererForSitePerProcess", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--disable-component-update", "--disable-sync", "--autoplay-policy=no-user-gesture-required",
            "--use-fake-device-for-media-stream", "--use-fake-ui-for-media-stream", "--js-flags=--expose-gc",
            "--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1 , EXCLUDE localhost", $"--user-data-dir={Path.Combine(_profiles.FullName, Path.GetRandomFileName())}");
        options.SetLoggingPreference(LogType.Browser, LogLevel.Warning);
        return new(ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver"), options);
    }
}
