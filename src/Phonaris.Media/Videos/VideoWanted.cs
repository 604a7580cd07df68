using Phonaris.Core.Shows;

namespace Phonaris.Media.Videos;

/// <summary>A request for pictures of a video.</summary>
/// <param name="FileFrame">The frame of the file at which the first is visible, at 48 kHz.</param>
/// <param name="Speed">The speed; 0 for one picture.</param>
/// <param name="Fps">Pictures per second.</param>
/// <param name="Count">The number of pictures.</param>
/// <param name="Box">The visible part.</param>
/// <param name="Width">The width of that part in pixels, even.</param>
/// <param name="Height">The height in pixels, even.</param>
/// <param name="HighRange">Whether the video has high dynamic range.</param>
internal sealed record VideoWanted(long FileFrame, double Speed, int Fps, int Count, VideoBox Box, int Width, int Height, bool HighRange);
