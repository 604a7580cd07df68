namespace Phonaris.Core.Shows;

/// <summary>The part of a video file that is downloaded before it is shown: the whole file, or a part of a long file.</summary>
/// <param name="Name">Its id: the content hash and, for a part, its frames.</param>
/// <param name="FromFrame">Its first frame, at 48 kHz.</param>
/// <param name="ToFrame">The frame after its last.</param>
/// <param name="IsPart">Whether it is only a part of the file.</param>
public sealed record VideoFile(string Name, long FromFrame, long ToFrame, bool IsPart)
{
    /// <summary>Files up to this length are downloaded whole: ten minutes.</summary>
    private const long LongestWhole = 600L * Frames.PerSecond;

    /// <summary>What a cue of a video needs of the file.</summary>
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
