namespace Phonaris.Core.Shows;

/// <summary>What of a video's file is fetched before it is shown: all of it or, of a long one of which little is used, that.</summary>
/// <param name="Name">Its id: the content hash, and of a part its frames.</param>
/// <param name="FromFrame">Its first frame, at 48 kHz.</param>
/// <param name="ToFrame">The frame after its last.</param>
/// <param name="IsPart">Whether it is not all of the file.</param>
public sealed record VideoFile(string Name, long FromFrame, long ToFrame, bool IsPart)
{
    /// <summary>A file as long as this is fetched whole, however little of it is used: ten minutes.</summary>
    private const long LongestWhole = 600L * Frames.PerSecond;

    /// <summary>What a cue of a video needs of its file.</summary>
    /// <param name="video">The video.</param>
    /// <param name="cue">The cue.</param>
    public static VideoFile Of(Sound video, Cue cue)
    {
        ArgumentNullException.ThrowIfNull(video);
        ArgumentNullException.ThrowIfNull(cue);
        var part = video.Frames > LongestWhole && cue.OutFrame - cue.InFrame < video.Frames / 2;
        return part ? new($"{video.Media}-{cue.InFrame}-{cue.OutFrame}", cue.InFrame, cue.OutFrame, true) : new(video.Media, 0, video.Frames, false);
    }
}
