using Phonaris.Core.Timing;
using Phonaris.Formats.Sheets;

namespace Phonaris.Exports.Forms;

/// <summary>The music used.</summary>
internal sealed class MusicForm(ExportFormat format, string ending, string mediaType) : ExportForm(format, ending, mediaType)
{
    public override Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var music = MusicUsed.Of(export.Timed).Within(export.StartFrame, export.EndFrame);
        return Written.TextAsync(path, Format == ExportFormat.MusicCsv ? MusicSheet.Csv(music) : MusicSheet.Html(music), cancel);
    }
}
