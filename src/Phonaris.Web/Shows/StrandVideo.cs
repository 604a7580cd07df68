using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Web.Shows;

/// <summary>A video as it is seen along a strand.</summary>
/// <param name="Media">The content hash of its file.</param>
/// <param name="Box">Where its pictures come to lie, in shares of the slide.</param>
/// <param name="StandsFor">The frame of its file whose picture stands for it on its slide; null where nothing is seen of it before it starts.</param>
/// <param name="Runs">The stretches in which it is seen, in order: moving evenly, or standing. Counted from where its strand begins.</param>
public sealed record StrandVideo(string Media, VideoBox Box, long? StandsFor, ValueList<VideoRun> Runs)
{
    internal static StrandVideo Of(ShownVideo video, Cue cue, long startFrame) => new(
        video.Media, video.Box, video.Place.HiddenBefore ? null : cue.InFrame,
        [.. video.Runs.Select(r => r with { FromFrame = r.FromFrame - startFrame, ToFrame = r.ToFrame - startFrame })]);
}
