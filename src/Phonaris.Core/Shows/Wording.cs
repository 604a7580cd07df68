using System.Globalization;

namespace Phonaris.Core.Shows;

/// <summary>Times, levels and spans as text, worded the same everywhere.</summary>
public static class Wording
{
    /// <summary>A length in seconds: <c>1.5 s</c>.</summary>
    public static string Seconds(long ms) => string.Create(CultureInfo.InvariantCulture, $"{ms / 1000.0:0.0##} s");

    /// <summary>A time as <c>m:ss.s</c>, truncated to the tenth.</summary>
    /// <param name="frames">Frames at 48 kHz.</param>
    public static string Time(long frames)
    {
        var tenths = frames * 10 / Frames.PerSecond;
        return string.Create(CultureInfo.InvariantCulture, $"{tenths / 600}:{tenths / 10 % 60:00}.{tenths % 10}");
    }

    /// <summary>The name of a fitting method.</summary>
    public static string Fit(FitRecipe? fit) => fit?.Method switch
    {
        null => "not fitted",
        FitMethod.Recut => "re-cut",
        FitMethod.Silence => "padded with silence",
        var method => method.ToString()!.ToLowerInvariant() switch { "shorten" => "shortened", "loop" => "looped", _ => "stretched" },
    };

    /// <summary>A level: <c>−14.0 dB</c>.</summary>
    public static string Decibels(double db) => string.Create(CultureInfo.InvariantCulture, $"{(Math.Round(db, 1) < 0 ? "−" : "")}{Math.Abs(db):0.0} dB");

    /// <summary>A difference of loudness: <c>4.5 LU</c>.</summary>
    public static string Loudness(double lu) => string.Create(CultureInfo.InvariantCulture, $"{lu:0.0} LU");

    /// <summary>A true peak: <c>−1.0 dBTP</c>, <c>+0.3 dBTP</c>.</summary>
    public static string Peak(double dbtp) => string.Create(CultureInfo.InvariantCulture, $"{(Math.Round(dbtp, 1) < 0 ? "−" : "+")}{Math.Abs(dbtp):0.0} dBTP");

    /// <summary>A speed: <c>1.25 ×</c>.</summary>
    public static string Times(double speed) => string.Create(CultureInfo.InvariantCulture, $"{speed:0.###} ×");

    /// <summary>When a cue ends: <c>with its span</c>.</summary>
    public static string Stop(CueStop stop) => stop switch
    {
        CueStop.Finished => "at its own end",
        CueStop.Step => "at a step",
        CueStop.Show => "with the show",
        _ => "with its slides",
    };

    /// <summary>Where a show is used: <c>on the public web</c>.</summary>
    public static string Where(Destination where) => where switch
    {
        Destination.Inside => "within the organisation",
        Destination.Web => "on the public web",
        Destination.Sold => "in a product for sale",
        _ => "in this room",
    };

    /// <summary>A span: <c>slides 1–4</c>, <c>slide 3</c> or <c>parked</c>.</summary>
    public static string Span(Show show, Span? span)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (span is null) return "parked";
        show.Indices(span);
        var (from, through) = (Number(show, span.First), Number(show, span.Last));
        return from == through ? $"slide {from}" : $"slides {from}–{through}";
    }

    /// <summary>A slide's number from 1, counting hidden slides.</summary>
    public static int Number(Show show, string slideId)
    {
        ArgumentNullException.ThrowIfNull(show);
        return show.SlideIndex(slideId) + 1;
    }
}
