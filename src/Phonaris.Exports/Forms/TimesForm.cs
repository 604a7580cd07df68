using Phonaris.Core.Timing;
using Phonaris.Formats.Sheets;

namespace Phonaris.Exports.Forms;

/// <summary>The timing sheet.</summary>
internal sealed class TimesForm(ExportFormat format, string ending, string mediaType) : ExportForm(format, ending, mediaType)
{
    public override Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var sheet = TimingSheet.Of(export.Timed);
        // For some of the slides the running time is theirs, and the show's target does not apply.
        if (export.Slides.Count < export.Timed.Order.Slides.Count)
            sheet = sheet with { Slides = [.. sheet.Slides.Where(s => export.Holds(s.StartFrame))], TotalFrames = export.EndFrame - export.StartFrame, TargetMs = null };
        return Written.TextAsync(path, Format == ExportFormat.TimesCsv ? TimingSheetCsv.Of(sheet) : TimingSheetHtml.Of(sheet), cancel);
    }
}
