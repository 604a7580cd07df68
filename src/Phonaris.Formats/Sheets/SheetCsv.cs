using CsvHelper;

namespace Phonaris.Formats.Sheets;

/// <summary>A sheet as CSV (RFC 4180). Text that a spreadsheet would read as a formula is escaped.</summary>
internal static class SheetCsv
{
    /// <summary>A header and its rows.</summary>
    public static string Of(string[] columns, IEnumerable<string[]> rows)
    {
        using var text = new StringWriter();
        using (var csv = CsvWriter.Create(text, new CsvWriterOptions { Injection = CsvInjection.Escape }, true))
        {
            csv.WriteHeader(columns);
            foreach (var row in rows) csv.WriteRecord(row);
        }
        return text.ToString();
    }
}
