using Phonaris.Core.Live;
using Phonaris.Core.Shows;

namespace Phonaris.Formats.Sheets;

/// <summary>A run sheet as a page to print for the operator.</summary>
public static class RunSheetHtml
{
    private const int Columns = 4;

    /// <summary>The page.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="pictures">A small PNG picture for each of its rows.</param>
    public static string Of(RunSheet sheet, IReadOnlyList<byte[]> pictures)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(pictures);
        return SheetPage.Of(
            sheet.Title, "run sheet", $"{sheet.Rows.Count} slides, running time {Wording.Time(sheet.TotalFrames)}", ["Slide", "Start", "Sounds", "Notes"],
            sheet.Rows.Zip(pictures).Select(row => Section(row.First) + Row(row.First, Convert.ToBase64String(row.Second))));
    }

    private static string Section(RunSheetRow row) => row.Section.Length == 0 ? "" : $"<tr><td class=\"s\" colspan=\"{Columns}\">{SheetPage.Text(row.Section)}</td></tr>\n";

    private static string Row(RunSheetRow row, string png)
    {
        var (slide, keys) = (row.Timing, row.Keys.Select(k => $"{(k.Key <= ManualKey.Most ? $"<kbd>{k.Key}</kbd> " : "")}{SheetPage.Text(k.Name)}, manual"));
        var goesOn = row.GoesOn.Count > 0 ? $"<small>Continues: {SheetPage.Text(string.Join(", ", row.GoesOn))}</small>" : "";
        return $"<tr><td><img alt=\"\" src=\"data:image/png;base64,{png}\"><b>{slide.Number}</b> {SheetPage.Text(slide.Title)}</td>"
            + $"<td><span class=\"t\">{Wording.Time(slide.StartFrame)}</span><small>Hold {Wording.Seconds(slide.HoldFrames / Frames.PerMs)}</small>{TimingSheetHtml.Steps(slide)}</td>"
            + $"<td>{TimingSheetHtml.Sounds(slide with { Sounds = [.. slide.Sounds.Where(s => !s.ByHand)] })}{SheetPage.List(keys)}{goesOn}</td><td class=\"n\">{SheetPage.Text(row.Notes)}</td></tr>";
    }
}
