using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>The pictures of a video as they are shown live.</summary>
/// <param name="File">The id of the file of them that is fetched before: <see cref="VideoFile.Name"/>.</param>
/// <param name="Place">Where they lie, and how they are seen.</param>
/// <param name="Box">Where they come to lie, in shares of the slide.</param>
/// <param name="FirstPlace">The first place of the plan they are seen at, moving or not.</param>
/// <param name="LastPlace">The last of them.</param>
/// <param name="Runs">The stretches of that file in which they move, counted from where the cue begins to where it ends or is repeated.</param>
public sealed record LiveVideo(string File, VideoPlace Place, VideoBox Box, int FirstPlace, int LastPlace, ValueList<VideoRun> Runs)
{
    /// <summary>The pictures of a cue.</summary>
    internal static LiveVideo? Of(Cue cue, Sound video, PictureSource slide, int firstPlace, int lastPlace, ScheduledCue plays)
    {
        if (cue.Video is not { } place) return null;
        var file = VideoFile.Of(video, cue);
        return new(file.Name, place, place.BoxOn(video.Video!, slide), firstPlace, lastPlace, [.. VideoRun.Of(plays).Select(r => r with { FileFrame = r.FileFrame - file.FromFrame })]);
    }
}
