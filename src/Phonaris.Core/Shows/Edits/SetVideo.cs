namespace Phonaris.Core.Shows.Edits;

/// <summary>Sets the position and appearance of a video on its slides.</summary>
/// <param name="CueId">The cue of the video.</param>
/// <param name="Video">Its position and appearance.</param>
public sealed record SetVideo(string CueId, VideoPlace Video) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        VideoPlace.Validate(show.Sound(show.Cue(CueId).SoundId), Video);
        return show.ChangeCue(CueId, c => c with { Video = Video }, c => new SetVideo(CueId, c.Video!));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before)
    {
        ArgumentNullException.ThrowIfNull(before);
        var (name, was) = (before.CueName(CueId), before.Cue(CueId).Video!);
        if (was.AtEnd != Video.AtEnd)
            return $"{name}: at its end {Video.AtEnd switch { VideoEnd.KeepsLast => "stays on its last frame", VideoEnd.BackToFirst => "returns to its first frame", _ => "disappears" }}";
        if (was.HiddenBefore != Video.HiddenBefore) return $"{name}: {(Video.HiddenBefore ? "hidden until it starts" : "visible before it starts")}";
        if (was.Fitting != Video.Fitting) return $"{name}: {(Video.Fitting == VideoFitting.Filling ? "fills its frame" : "fits within its frame")}";
        if (was.Crop != Video.Crop) return $"{name}: cropped";
        return (was.Width, was.Height) == (Video.Width, Video.Height) ? $"{name}: moved on its slide" : $"{name}: resized on its slide";
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => [$"cue:{CueId}/video"];
}
