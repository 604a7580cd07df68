using System.Globalization;

namespace Phonaris.Browser.Tests;

/// <summary>A browser that what sounds in it is listened to.</summary>
public sealed class HearingBrowser(Browsers browsers) : Browser(browsers, withDemo: false, hears: true)
{
    /// <summary>The moment by the clock of the sound, in seconds.</summary>
    public double Now() => Js<double>("heardBy.currentTime");

    /// <summary>The longest stretch in which next to nothing is heard, in milliseconds.</summary>
    public double LongestGapMs(double from, double to)
    {
        string Text(double t) => t.ToString(CultureInfo.InvariantCulture);
        return Js<double>($"(() => {{ let longest = 0, last = {Text(from)}, blocks = 0; for (const [at, peak] of heard) if (at > {Text(from)} && at < {Text(to)} && peak > 0.02) {{ longest = Math.max(longest, at - last - 128 / 48000); last = at; blocks++; }} return blocks < 300 ? 1e6 : Math.max(longest, {Text(to)} - last - 0.1) * 1000; }})()");
    }

    /// <summary>What is heard of a fade out of so many seconds, at its quarters, beside the quarter sine it is to be.</summary>
    public IEnumerable<(double Heard, double Wanted)> FadeShape(double seconds)
    {
        // From the last block in which anything is heard back to the fade's beginning.
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
