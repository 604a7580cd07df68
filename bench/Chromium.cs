using OpenQA.Selenium.Chrome;

namespace Phonaris.Bench;

/// <summary>A headless browser.</summary>
internal static class Chromium
{
    /// <summary>Starts a browser.</summary>
    /// <param name="profile">An empty folder for its profile.</param>
    /// <param name="scripts">Measuring scripts, injected into each page before its own.</param>
    public static ChromeDriver Start(string profile, params string[] scripts)
    {
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new", "--window-size=1280,800", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--autoplay-policy=no-user-gesture-required", $"--user-data-dir={profile}");
        var driver = new ChromeDriver(ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver"), options);
        // The app's content security policy would rightly block them.
        if (scripts.Length > 0) driver.ExecuteCdpCommand("Page.setBypassCSP", new() { ["enabled"] = true });
        foreach (var script in scripts) driver.ExecuteCdpCommand("Page.addScriptToEvaluateOnNewDocument", new() { ["source"] = script });
        return driver;
    }
}
