using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>The pictures of a video as they are shown live.</summary>
/// <param name="Media">The content hash of their file.</param>
/// <param name="Place">Where they lie, and how they are seen.</param>
/// <param name="Box">Where they come to lie, in shares of the slide.</param>
/// <param name="FirstPlace">The first place of the plan they are seen at, moving or not.</param>
/// <param name="LastPlace">The last of them.</param>
/// <param name="Runs">The stretches in which they move, counted from where the cue begins to where it ends or is repeated.</param>
public sealed record LiveVideo(string Media, VideoPlace Place, VideoBox Box, int FirstPlace, int LastPlace, ValueList<VideoRun> Runs);
