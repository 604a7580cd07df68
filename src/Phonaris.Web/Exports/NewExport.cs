using Phonaris.Exports;

namespace Phonaris.Web.Exports;

/// <summary>An export to make.</summary>
/// <param name="Format">What to make.</param>
/// <param name="Width">A film's width in pixels.</param>
/// <param name="Height">A film's height in pixels.</param>
/// <param name="Fps">A film's pictures a second.</param>
/// <param name="Slides">Only these slides, as a span is typed; empty for all.</param>
/// <param name="CueId">The cue whose sound alone is wanted; null for all.</param>
public sealed record NewExport(ExportFormat Format, int Width, int Height, int Fps, string Slides = "", string? CueId = null)
{
    internal ExportOptions Options => new(Width, Height, Fps, CueId);
}
