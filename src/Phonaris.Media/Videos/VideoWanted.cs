using Phonaris.Core.Shows;

namespace Phonaris.Media.Videos;

/// <summary>Pictures that are wanted of a video.</summary>
/// <param name="FileFrame">The frame of the file, at 48 kHz, the first of them is seen at.</param>
/// <param name="Speed">How fast the file is gone through; 0 for one picture.</param>
/// <param name="Fps">How many are wanted a second.</param>
/// <param name="Count">How many are wanted.</param>
/// <param name="Box">The part of them that is seen.</param>
/// <param name="Width">How wide that is to be, in pixels, even.</param>
/// <param name="Height">How high, even.</param>
/// <param name="HighRange">Whether they are of a high dynamic range.</param>
internal sealed record VideoWanted(long FileFrame, double Speed, int Fps, int Count, VideoBox Box, int Width, int Height, bool HighRange);
