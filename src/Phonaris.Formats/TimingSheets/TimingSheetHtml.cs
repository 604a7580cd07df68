using System.Net;
using System.Text;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Formats.TimingSheets;

/// <summary>Writes a timing sheet as a page of HTML that needs nothing else, to be read or printed.</summary>
public static class TimingSheetHtml
{
    private const string Style = """
        body { font: 15px/1.45 "Atkinson Hyperlegible Next", Verdana, sans-serif; color: #1e2b2a; margin: 2.5rem auto; max-width: 60rem; padding: 0 1.5rem }
        h1 { font-size: 1.5rem; margin: 0 } p { margin: .25rem 0 1.25rem; color: #51605e }
        table { border-collapse: collapse; width: 100% } th { text-align: left; font-size: .8rem; color: #51605e; padding: 0 .75rem .35rem 0 }
        td { vertical-align: top; padding: .45rem .75rem .45rem 0; border-top: 1px solid #d8d2c2 }
        tr { break-inside: avoid } thead { display: table-header-group } .t { font-variant-numeric: tabular-nums; white-space: nowrap }
        ul { margin: 0; padding: 0; list-style: none } small { color: #51605e; display: block }
        @media print { body { margin: 0; font-size: 12px; max-width: none; padding: 0 } }
        """;

    /// <summary>Writes it.</summary>
    public static string Of(TimingSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        var html = new StringBuilder();
        html.Append("<!doctype html>\n<html lang=\"en\">\n<meta charset=\"utf-8\">\n<title>").Append(Text(sheet.Title)).Append(": timing sheet</title>\n<style>\n").Append(Style).Append("\n</style>\n<h1>").Append(Text(sheet.Title)).Append("</h1>\n<p>")
            .Append($"{sheet.Slides.Count} slides, running time {Say.Time(sheet.TotalFrames)}").Append(sheet.TargetMs is { } ms ? $", aimed at {Say.Time(Frames.FromMs(ms))}" : "").Append("</p>\n")
            .Append("<table>\n<thead><tr><th>Slide</th><th>Starts</th><th>Hold</th><th>Steps</th><th>Sounds that begin here</th></tr></thead>\n<tbody>\n");
        foreach (var slide in sheet.Slides)
            html.Append($"<tr><td><b>{slide.Number}</b> ").Append(Text(slide.Title)).Append($"</td><td class=\"t\">{Say.Time(slide.StartFrame)}</td><td class=\"t\">{Say.Seconds(slide.HoldFrames / Frames.PerMs)}{(slide.Locked ? "<small>locked</small>" : "")}</td><td>")
                .Append(List(slide.Steps.Select(s => $"<span class=\"t\">{Say.Time(s.AtFrame)}</span> {Text(s.Label)}"))).Append("</td><td>").Append(List(slide.Sounds.Select(Sound))).Append("</td></tr>\n");
        return html.Append("</tbody>\n</table>\n</html>\n").ToString();
    }

    private static string Sound(TimedSound sound) =>
        $"<b>{Text(sound.Name)}</b>, {sound.Kind.ToString().ToLowerInvariant()}, <span class=\"t\">{(sound.ByHand ? "by hand" : $"{Say.Time(sound.StartFrame)} to {Say.Time(sound.EndFrame)}")}</span>"
        + $"<small>in {Say.Time(sound.InFrame)}, out {Say.Time(sound.OutFrame)}, fades {Say.Seconds(sound.FadeInMs)} and {Say.Seconds(sound.FadeOutMs)}, {Say.Decibels(sound.LevelDb)}</small>";

    private static string List(IEnumerable<string> items) => string.Concat(items.Select(i => $"<li>{i}</li>")) is { Length: > 0 } all ? $"<ul>{all}</ul>" : "";

    private static string Text(string text) => WebUtility.HtmlEncode(text);
}
