using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>What is seen of a video at a moment.</summary>
/// <param name="Media">The content hash of its file.</param>
/// <param name="Figures">What is known of its pictures.</param>
/// <param name="Place">Where it lies, and how it is made to fit.</param>
/// <param name="FileFrame">The frame of the file, at 48 kHz, whose picture is seen.</param>
/// <param name="Speed">How fast the file is gone through from then on; 0 where the picture stands.</param>
public sealed record SeenVideo(string Media, VideoFigures Figures, VideoPlace Place, long FileFrame, double Speed);
