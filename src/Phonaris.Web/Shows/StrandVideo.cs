using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Web.Shows;

/// <summary>A video as it is seen along a strand.</summary>
/// <param name="Media">The content hash of its file.</param>
/// <param name="Place">Where it lies, and how it is seen.</param>
/// <param name="Box">Where its pictures come to lie, in shares of the slide.</param>
/// <param name="FromFrame">Where the first of its slides comes.</param>
/// <param name="ToFrame">Where the last of them goes.</param>
/// <param name="Runs">The stretches in which it moves, counted from where its strand begins; none where it waits for a hand.</param>
/// <param name="FirstFileFrame">The frame of its file whose picture stands before it moves.</param>
/// <param name="LastFileFrame">The frame of its file whose picture is its last.</param>
public sealed record StrandVideo(string Media, VideoPlace Place, VideoBox Box, long FromFrame, long ToFrame, ValueList<VideoRun> Runs, long FirstFileFrame, long LastFileFrame)
{
    internal static StrandVideo Of(ShownVideo video) => new(video.Media, video.Place, video.Box, video.FromFrame, video.ToFrame, video.Runs, video.FirstFileFrame, video.LastFileFrame);
}
