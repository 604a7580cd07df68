using Phonaris.Core.Timing;
using Phonaris.Formats.Captions;

namespace Phonaris.Exports.Forms;

/// <summary>The notes as captions, for a film.</summary>
internal sealed class CaptionsForm(ExportFormat format, string ending, string mediaType) : ExportForm(format, ending, mediaType)
{
    public override Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var captions = Caption.Of(export.Timed.Show, export.Slides);
        if (captions.Count == 0) throw new RuleException("These slides have no notes to make captions from. Add notes first.");
        return Written.TextAsync(path, Format == ExportFormat.Vtt ? CaptionFiles.WebVtt(captions) : CaptionFiles.SubRip(captions), cancel);
    }
}
