using Phonaris.Core.Shows;

namespace Phonaris.Media.Videos;

/// <summary>The moving pictures of a file, as far as they are known before they are decoded.</summary>
/// <param name="Figures">What is known of them; null where they cannot be taken.</param>
/// <param name="Seconds">Their length as the file claims it; null where it does not say.</param>
/// <param name="Problem">Why they cannot be taken, and what could be; null where they can.</param>
public sealed record VideoFormat(VideoFigures? Figures, double? Seconds, string? Problem);
