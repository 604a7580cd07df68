using Phonaris.Core.Timing;

namespace Phonaris.Formats.TimingSheets;

/// <summary>The ways a timing sheet is written.</summary>
public static class TimingSheets
{
    /// <summary>A timing sheet as text.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="ending">The ending of the file's name: <c>.csv</c>, or <c>.html</c> for all others.</param>
    public static string Text(TimingSheet sheet, string ending)
    {
        if (ending != ".csv") return TimingSheetHtml.Of(sheet);
        using var csv = new StringWriter();
        TimingSheetCsv.Write(sheet, csv);
        return csv.ToString();
    }
}
