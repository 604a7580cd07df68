using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Exports;

namespace Phonaris.Web.Exports;

/// <summary>The result of an export, stored with its job.</summary>
/// <param name="File">The file's name.</param>
/// <param name="Bytes">Its size; 0 when unknown.</param>
/// <param name="Revision">The revision of the exported show; 0 when unknown.</param>
/// <param name="Asked">The request.</param>
/// <param name="Lost">What was exported differently, as sentences.</param>
public sealed record ExportReport(string File, long Bytes, long Revision, NewExport Asked, ValueList<string> Lost)
{
    /// <summary>How long it took, in seconds; 0 when unknown.</summary>
    public double Seconds { get; init; }

    /// <summary>The estimated duration.</summary>
    public double AboutSeconds { get; init; }

    internal string Written() => JsonSerializer.Serialize(this, ShowJson.Options);

    /// <summary>Parses a report; old jobs stored only the file's name.</summary>
    internal static ExportReport Read(string result) => result.StartsWith('{')
        ? JsonSerializer.Deserialize<ExportReport>(result, ShowJson.Options)!
        : new(result, 0, 0, new(ExportForms.All.First(f => f.Ending == Path.GetExtension(result)).Format, 1920, 1080, 30), []);
}
