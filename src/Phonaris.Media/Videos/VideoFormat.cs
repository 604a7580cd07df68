using Phonaris.Core.Shows;

namespace Phonaris.Media.Videos;

/// <summary>The video of a file, as far as known before decoding.</summary>
/// <param name="Figures">Its properties; null if it cannot be used.</param>
/// <param name="Seconds">Its declared length; null if unknown.</param>
/// <param name="Problem">Why it cannot be used, and what can; null if it can.</param>
public sealed record VideoFormat(VideoFigures? Figures, double? Seconds, string? Problem);
