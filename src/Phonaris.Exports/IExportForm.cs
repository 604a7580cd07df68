namespace Phonaris.Exports;

/// <summary>An export format. Implementations are stateless.</summary>
public interface IExportForm
{
    /// <summary>The format.</summary>
    ExportFormat Format { get; }

    /// <summary>The extension of its files, with the dot.</summary>
    string Ending { get; }

    /// <summary>Its media type.</summary>
    string MediaType { get; }

    /// <summary>The most disk space it needs, including intermediate files, in bytes.</summary>
    long MostBytes(Export export);

    /// <summary>The estimated size and duration.</summary>
    ExportCost About(Export export, ExportTools tools);

    /// <summary>Writes the file, completely or not at all.</summary>
    /// <param name="export">The part to export.</param>
    /// <param name="tools">The services.</param>
    /// <param name="path">The path of the file.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>What was exported differently, as sentences.</returns>
    /// <exception cref="RuleException">The export is impossible, the disk is full, or ffmpeg is missing.</exception>
    Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel);
}
