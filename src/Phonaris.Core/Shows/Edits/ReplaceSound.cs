using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows.Edits;

/// <summary>
/// Replaces the file of a sound. Its cues stay; their positions in the sound are limited to the new file: the trim, the loop,
/// and the edits of their recipes.
/// </summary>
/// <param name="SoundId">The sound.</param>
/// <param name="Media">The content hash of the new file.</param>
/// <param name="FileName">Its name.</param>
/// <param name="Figures">Its measurements.</param>
public sealed record ReplaceSound(string SoundId, string Media, string FileName, SoundFigures Figures) : Edit
{
    /// <summary>Its video properties, for a video.</summary>
    public VideoFigures? Video { get; init; }

    /// <summary>The sound's markers when undoing a replacement. Null to keep those that lie within the new file.</summary>
    public ValueList<Marker>? Markers { get; init; }

    /// <summary>The sound's cues when undoing a replacement. The trim of any other cue is limited to the file.</summary>
    public ValueList<Cue> Cues { get; init; } = [];

    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (Figures.Frames <= 0) throw new RuleException($"{FileName} has no audio.", "sound");
        var sound = show.Sound(SoundId);
        if (sound.Video is null != Video is null) throw new RuleException(Video is null ? $"{FileName} has no video, so it cannot replace one." : $"{FileName} is a video, so it cannot replace a sound.", "sound");
        Video?.Validate();
        var markers = Markers ?? sound.Markers.Where(m => m.Frame <= Figures.Frames).ToValueList();
        var next = show.With(sound with { Media = Media, FileName = FileName, Figures = Figures, Markers = markers, Video = Video });
        foreach (var cue in show.Cues.Where(c => c.SoundId == SoundId))
            next = next.With(Cues.FirstOrDefault(c => c.Id == cue.Id) ?? Within(cue, sound.Frames));
        // All cues are kept, because an unchanged one could use the whole new file by chance and would then be taken to always use the whole.
        var before = show.Cues.Where(c => c.SoundId == SoundId).ToValueList();
        return new(next, new ReplaceSound(SoundId, sound.Media, sound.FileName, sound.Figures) { Markers = sound.Markers, Cues = before, Video = sound.Video });
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Replaced the file of {before.Sound(SoundId).Name} with {FileName}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => Edits.Touches.SoundWithCues(before, SoundId, "part", "loop", "fit");

    /// <summary>The cue adjusted to the new file: one that used the whole sound still does; another keeps as much of its trim as fits.</summary>
    private Cue Within(Cue cue, long framesBefore)
    {
        var whole = cue.InFrame == 0 && cue.OutFrame == framesBefore;
        var outFrame = whole ? Figures.Frames : Math.Min(cue.OutFrame, Figures.Frames);
        return cue with
        {
            InFrame = outFrame - cue.InFrame >= SetPart.LeastFrames ? cue.InFrame : 0,
            OutFrame = outFrame,
            LoopPart = cue.LoopPart?.ToFrame <= Figures.Frames ? cue.LoopPart : null,
            Fit = cue.Fit?.Within(Figures.Frames),
        };
    }
}
