using System.Diagnostics;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using Phonaris.Drills;

namespace Phonaris.Bench;

/// <summary>How soon a show can begin: with nothing prepared, with its stems prepared on the server, and kept in the browser.</summary>
internal static class BeginBench
{
    private const double NothingToReach = 4, PreparedToReach = 2;

    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(5);

    /// <summary>The demo.</summary>
    public static async Task DemoAsync(Bench bench, string program)
    {
        using var server = await ServerProcess.StartAsync(program, bench.PathOf("demo"), TimeSpan.FromSeconds(60), "--Phonaris:Demo", Path.GetFullPath(Path.Combine(AppContext.BaseDirectory, "../../../../demo")));
        var page = $"{server.Http.BaseAddress!.GetLeftPart(UriPartial.Authority)}/shows/moth-night/present";
        using (var first = Chromium.Start(bench.PathOf("first")))
        {
            bench.ReportTime("the demo: Begin, nothing prepared", await SecondsAsync(first, page), NothingToReach);
            await UntilAsync(first, "[data-testid=ready]");
        }
        using var browser = Chromium.Start(bench.PathOf("second"));
        bench.ReportTime("the demo: Begin, prepared", await SecondsAsync(browser, page), PreparedToReach);
        await UntilAsync(browser, "[data-testid=ready]");
        browser.Navigate().GoToUrl("about:blank");
        bench.ReportTime("the demo: Begin, kept in the browser", await SecondsAsync(browser, page), PreparedToReach);
    }

    /// <summary>The seconds from opening the page of a show until it can begin.</summary>
    /// <param name="browser">The browser.</param>
    /// <param name="page">The address of the page.</param>
    public static async Task<double> SecondsAsync(ChromeDriver browser, string page)
    {
        var begun = Stopwatch.StartNew();
        browser.Navigate().GoToUrl(page);
        await UntilAsync(browser, "[data-testid=begin]:not([disabled])");
        return begun.Elapsed.TotalSeconds;
    }

    private static async Task UntilAsync(ChromeDriver browser, string css)
    {
        for (var since = Stopwatch.StartNew(); browser.FindElements(By.CssSelector(css)).Count == 0; await Task.Delay(20))
            if (since.Elapsed > Patience) throw new TimeoutException($"{css} did not appear.");
    }
}
