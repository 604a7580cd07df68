using OpenQA.Selenium.Chrome;

namespace Phonaris.Bench;

/// <summary>A browser without a window.</summary>
internal static class Chromium
{
    /// <summary>Starts one.</summary>
    /// <param name="profile">An empty folder for what it keeps.</param>
    public static ChromeDriver Start(string profile)
    {
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new", "--window-size=1280,800", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
            "--autoplay-policy=no-user-gesture-required", $"--user-data-dir={profile}");
        return new(ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver"), options);
    }
}
