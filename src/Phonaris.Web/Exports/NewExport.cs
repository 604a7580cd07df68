using Phonaris.Exports;

namespace Phonaris.Web.Exports;

/// <summary>A request for an export.</summary>
/// <param name="Format">The format.</param>
/// <param name="Width">A film's width in pixels.</param>
/// <param name="Height">A film's height in pixels.</param>
/// <param name="Fps">A film's pictures a second.</param>
/// <param name="Slides">Only these slides, as a typed span; empty for all.</param>
/// <param name="CueId">The only cue to export as sound; null for all.</param>
public sealed record NewExport(ExportFormat Format, int Width, int Height, int Fps, string Slides = "", string? CueId = null)
{
    internal ExportOptions Options => new(Width, Height, Fps, CueId);
}
