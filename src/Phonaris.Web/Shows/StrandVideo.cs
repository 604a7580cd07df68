using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Web.Shows;

/// <summary>A video along its strand.</summary>
/// <param name="Media">The content hash of its file.</param>
/// <param name="Box">Where it is drawn, as fractions of the slide.</param>
/// <param name="StandsFor">The frame of its file shown on its slide as a still; null when it is hidden before it starts.</param>
/// <param name="Runs">The stretches in which it is visible, in order: playing evenly or still. Counted from the beginning of its strand.</param>
public sealed record StrandVideo(string Media, VideoBox Box, long? StandsFor, ValueList<VideoRun> Runs)
{
    internal static StrandVideo Of(ShownVideo video, Cue cue, long startFrame) => new(
        video.Media, video.Box, video.Place.HiddenBefore ? null : cue.InFrame,
        [.. video.Runs.Select(r => r with { FromFrame = r.FromFrame - startFrame, ToFrame = r.ToFrame - startFrame })]);
}
