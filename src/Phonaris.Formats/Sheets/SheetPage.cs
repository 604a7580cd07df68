using System.Globalization;
using System.Net;
using System.Text;

namespace Phonaris.Formats.Sheets;

/// <summary>A sheet as a self-contained HTML page, to read or print.</summary>
internal static class SheetPage
{
    private const string Style = """
        body { font: 15px/1.45 "Atkinson Hyperlegible Next", Verdana, sans-serif; color: #1e2b2a; margin: 2.5rem auto; max-width: 60rem; padding: 0 1.5rem }
        h1 { font-size: 1.5rem; margin: 0 } p { margin: .25rem 0 1.25rem; color: #51605e }
        table { border-collapse: collapse; width: 100% } th { text-align: left; font-size: .8rem; color: #51605e; padding: 0 .75rem .35rem 0 }
        td { vertical-align: top; padding: .45rem .75rem .45rem 0; border-top: 1px solid #d8d2c2 }
        tr { break-inside: avoid } thead { display: table-header-group } .t { font-variant-numeric: tabular-nums; white-space: nowrap }
        td.s { border-top: 2px solid #1f5c4d; padding-top: .9rem; font-weight: bold } td.n { white-space: pre-line }
        ul { margin: 0; padding: 0; list-style: none } small { color: #51605e; display: block } img { width: 10rem; display: block }
        kbd { font: inherit; font-weight: bold; border: 1px solid #51605e; border-radius: .25rem; padding: 0 .35rem }
        @media print { body { margin: 0; font-size: 12px; max-width: none; padding: 0 } img { width: 3.2cm } }
        """;

    /// <summary>A page with one table.</summary>
    /// <param name="title">The title of the show.</param>
    /// <param name="what">The kind of sheet.</param>
    /// <param name="about">A line of information about it, as HTML.</param>
    /// <param name="columns">The column headings.</param>
    /// <param name="rows">Its rows, as HTML.</param>
    public static string Of(string title, string what, string about, IEnumerable<string> columns, IEnumerable<string> rows) => new StringBuilder()
        .Append("<!doctype html>\n<html lang=\"en\">\n<meta charset=\"utf-8\">\n<title>").Append(Text(title)).Append(CultureInfo.InvariantCulture, $": {what}</title>\n<style>\n").Append(Style)
        .Append("\n</style>\n<h1>").Append(Text(title)).Append("</h1>\n<p>").Append(about).Append("</p>\n<table>\n<thead><tr>").AppendJoin("", columns.Select(c => $"<th>{c}</th>"))
        .Append("</tr></thead>\n<tbody>\n").AppendJoin("\n", rows).Append("\n</tbody>\n</table>\n</html>\n").ToString();

    /// <summary>Lines below each other; empty for none.</summary>
    public static string List(IEnumerable<string> items) => string.Concat(items.Select(i => $"<li>{i}</li>")) is { Length: > 0 } all ? $"<ul>{all}</ul>" : "";

    /// <summary>Encodes text as HTML.</summary>
    public static string Text(string text) => WebUtility.HtmlEncode(text);
}
