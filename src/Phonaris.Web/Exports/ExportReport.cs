using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Exports;

namespace Phonaris.Web.Exports;

/// <summary>What an export came to, as it is kept with its job.</summary>
/// <param name="File">The file's name.</param>
/// <param name="Bytes">What it weighs; 0 where that is not known.</param>
/// <param name="Revision">The revision of the show it was made of; 0 where that is not known.</param>
/// <param name="Asked">What was asked for.</param>
/// <param name="Lost">What could not be carried over, in sentences.</param>
public sealed record ExportReport(string File, long Bytes, long Revision, NewExport Asked, ValueList<string> Lost)
{
    /// <summary>How long it took, in seconds; 0 where that is not known.</summary>
    public double Seconds { get; init; }

    /// <summary>How long it was said to take.</summary>
    public double AboutSeconds { get; init; }

    internal string Written() => JsonSerializer.Serialize(this, ShowJson.Options);

    /// <summary>Reads one; of those made before there were any, only the file's name was kept.</summary>
    internal static ExportReport Read(string result) => result.StartsWith('{')
        ? JsonSerializer.Deserialize<ExportReport>(result, ShowJson.Options)!
        : new(result, 0, 0, new(ExportForms.All.First(f => f.Ending == Path.GetExtension(result)).Format, 1920, 1080, 30), []);
}
