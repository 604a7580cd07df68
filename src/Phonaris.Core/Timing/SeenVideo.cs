using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>A video as it is seen at a moment.</summary>
/// <param name="Media">The content hash of its file.</param>
/// <param name="Figures">Its properties.</param>
/// <param name="Place">Its position, and how it is fitted.</param>
/// <param name="FileFrame">The frame of the file, at 48 kHz, whose picture is shown.</param>
/// <param name="Speed">The playback speed from then on; 0 when the picture is still.</param>
public sealed record SeenVideo(string Media, VideoFigures Figures, VideoPlace Place, long FileFrame, double Speed);
