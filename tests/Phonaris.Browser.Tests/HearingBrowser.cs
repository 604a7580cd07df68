using System.Globalization;

namespace Phonaris.Browser.Tests;

/// <summary>A browser whose sound is recorded.</summary>
public sealed class HearingBrowser(Browsers browsers) : Browser(browsers, withDemo: false, hears: true)
{
    /// <summary>The time of the audio clock, in seconds.</summary>
    public double Now() => Js<double>("heardBy.currentTime");

    /// <summary>Checks whether the sound breaks for more than five milliseconds between two times; if so, returns what was recorded around it.</summary>
    public void AssertUnbroken(double from, double to)
    {
        var end = to.ToString(CultureInfo.InvariantCulture);
        // The recording is passed to a page that may be busy.
        Until(() => Js<bool>($"heard.at(-1)[0] > {end}"), "all of it to be told");
        var within = Js<string>($$"""
            ((from, to) => {
                const blocks = heard.filter(([at]) => at > from && at < to);
                if (blocks.length < 300) return `only ${blocks.length} blocks`;
                let last = from, [longest, until] = [to - (blocks.findLast(([, peak]) => peak > 0.02)?.[0] ?? 0), to];
                for (const [at, peak] of blocks) {
                    if (peak <= 0.02) continue;
                    if (at - last - 128 / 48000 > longest) [longest, until] = [at - last - 128 / 48000, at];
                    last = at;
                }
                if (longest <= 0.005) return "";
                const around = blocks.filter(([at]) => Math.abs(at - until) < 0.03).map(([at, peak]) => `${at.toFixed(4)} ${peak.toFixed(4)}`);
                return `broken for ${longest * 1000} ms, ${until - from} s on: ${around.join(", ")}`;
            })({{from.ToString(CultureInfo.InvariantCulture)}}, {{end}})
            """);
        Assert.True(within.Length == 0, within);
    }

    /// <summary>The measured gain of a fade-out at its quarters, beside the expected quarter sine.</summary>
    public IEnumerable<(double Heard, double Wanted)> FadeShape(double seconds)
    {
        // From the last audible block back to the fade's beginning.
        var end = Js<double>("heard.findLast(([, peak]) => peak > 0.0008)[0]");
        var start = end - seconds;
        var full = Js<double>($"Math.max(...heard.filter(([at]) => at > {(start - 0.5).ToString(CultureInfo.InvariantCulture)} && at < {(start - 0.1).ToString(CultureInfo.InvariantCulture)}).map(b => b[1]))");
        foreach (var part in (double[])[0.25, 0.5, 0.75])
        {
            var at = (start + part * seconds).ToString(CultureInfo.InvariantCulture);
            yield return (Js<double>($"Math.max(...heard.filter(([t]) => Math.abs(t - {at}) < 0.005).map(b => b[1]))") / full, Math.Sin(Math.PI / 2 * (1 - part)));
        }
    }
}
