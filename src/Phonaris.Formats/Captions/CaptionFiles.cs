using System.Globalization;
using System.Text;
using Phonaris.Core.Timing;

namespace Phonaris.Formats.Captions;

/// <summary>Caption files: WebVTT (W3C), and SubRip for programs without WebVTT.</summary>
public static class CaptionFiles
{
    /// <summary>Captions as WebVTT.</summary>
    public static string WebVtt(IEnumerable<Caption> captions)
    {
        ArgumentNullException.ThrowIfNull(captions);
        var text = new StringBuilder("WEBVTT\n");
        foreach (var caption in captions)
            text.Append('\n').Append(Time(caption.StartFrame, '.')).Append(" --> ").Append(Time(caption.EndFrame, '.')).Append('\n')
                .AppendJoin('\n', caption.Lines.Select(l => l.Replace("&", "&amp;", StringComparison.Ordinal).Replace("<", "&lt;", StringComparison.Ordinal).Replace(">", "&gt;", StringComparison.Ordinal))).Append('\n');
        return text.ToString();
    }

    /// <summary>Captions as SubRip.</summary>
    public static string SubRip(IEnumerable<Caption> captions)
    {
        ArgumentNullException.ThrowIfNull(captions);
        var text = new StringBuilder();
        foreach (var (caption, k) in captions.Select((c, k) => (c, k)))
            text.Append(CultureInfo.InvariantCulture, $"{k + 1}\n{Time(caption.StartFrame, ',')} --> {Time(caption.EndFrame, ',')}\n").AppendJoin('\n', caption.Lines).Append("\n\n");
        return text.ToString();
    }

    private static string Time(long frame, char point)
    {
        var ms = frame / Frames.PerMs;
        return string.Create(CultureInfo.InvariantCulture, $"{ms / 3_600_000:00}:{ms / 60_000 % 60:00}:{ms / 1000 % 60:00}{point}{ms % 1000:000}");
    }
}
