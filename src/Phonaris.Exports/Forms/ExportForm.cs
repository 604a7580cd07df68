namespace Phonaris.Exports.Forms;

/// <summary>The base of all formats.</summary>
internal abstract class ExportForm(ExportFormat format, string ending, string mediaType) : IExportForm
{
    public ExportFormat Format => format;

    public string Ending => ending;

    public string MediaType => mediaType;

    // The size of the uncompressed mix.
    public virtual long MostBytes(Export export) => (export.EndFrame - export.StartFrame) * Frames.Channels * sizeof(float);

    public virtual ExportCost About(Export export, ExportTools tools) => ExportCost.Little;

    /// <summary>The length of the exported part, in seconds.</summary>
    protected static double SecondsOf(Export export) => (double)(export.EndFrame - export.StartFrame) / Frames.PerSecond;

    public abstract Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel);
}
