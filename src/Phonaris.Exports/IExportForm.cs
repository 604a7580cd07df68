namespace Phonaris.Exports;

/// <summary>A way to hand a show over. A form keeps nothing between calls.</summary>
public interface IExportForm
{
    /// <summary>What it is.</summary>
    ExportFormat Format { get; }

    /// <summary>The ending of its files' names, with its dot.</summary>
    string Ending { get; }

    /// <summary>Its media type.</summary>
    string MediaType { get; }

    /// <summary>About the most of the disk it takes, with what is made on the way, in bytes.</summary>
    long MostBytes(Export export);

    /// <summary>About what it weighs and how long it takes, said before it is made.</summary>
    ExportCost About(Export export, ExportTools tools);

    /// <summary>Makes the file; it appears whole or not at all.</summary>
    /// <param name="export">What is exported.</param>
    /// <param name="tools">What it is made with.</param>
    /// <param name="path">Where to.</param>
    /// <param name="progress">Receives the progress from 0 to 1.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>What could not be carried over, in sentences.</returns>
    /// <exception cref="RuleException">It cannot be made, the disk is full, or ffmpeg is missing.</exception>
    Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel);
}
