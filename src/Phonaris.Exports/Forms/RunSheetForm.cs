using Phonaris.Core.Live;
using Phonaris.Formats.Sheets;

namespace Phonaris.Exports.Forms;

/// <summary>The run sheet with pictures, for printing.</summary>
internal sealed class RunSheetForm() : ExportForm(ExportFormat.RunHtml, ".html", "text/html")
{
    private const int PictureWidth = 320;

    public override async Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var sheet = RunSheet.Of(export.Timed);
        sheet = sheet with { Rows = [.. sheet.Rows.Where(r => export.Holds(r.Timing.StartFrame))] };
        await tools.Pictures.PrepareAsync([.. sheet.Rows.Select(r => r.Picture)], PictureWidth, progress, cancel);
        List<byte[]> pictures = [];
        foreach (var row in sheet.Rows) pictures.Add(await File.ReadAllBytesAsync(await tools.Pictures.PngAsync(row.Picture, PictureWidth, cancel), cancel));
        return await Written.TextAsync(path, RunSheetHtml.Of(sheet, pictures), cancel);
    }
}
