using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>The pictures of a video in a live show.</summary>
/// <param name="File">The id of the file to download beforehand: <see cref="VideoFile.Name"/>.</param>
/// <param name="Place">Their position and appearance.</param>
/// <param name="Box">Where they are drawn, as fractions of the slide.</param>
/// <param name="FirstPlace">The first place of the plan at which they are seen, playing or still.</param>
/// <param name="LastPlace">The last such place.</param>
/// <param name="Runs">The stretches of that file in which they play, from the start of the cue to its end or repeat.</param>
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
