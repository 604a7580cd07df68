using Phonaris.Core.Timing;
using Phonaris.Formats.Sheets;

namespace Phonaris.Exports.Forms;

/// <summary>The timing sheet.</summary>
internal sealed class TimesForm(ExportFormat format, string ending, string mediaType) : IExportForm
{
    public ExportFormat Format => format;

    public string Ending => ending;

    public string MediaType => mediaType;

    public Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var sheet = TimingSheet.Of(export.Timed);
        sheet = sheet with { Slides = [.. sheet.Slides.Where(s => export.Holds(s.StartFrame))] };
        return Written.TextAsync(path, format == ExportFormat.TimesCsv ? TimingSheetCsv.Of(sheet) : TimingSheetHtml.Of(sheet), cancel);
    }
}
