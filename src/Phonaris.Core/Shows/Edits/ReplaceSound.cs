using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows.Edits;

/// <summary>
/// Puts another file in a sound's place. Its cues stay; what they used of it moves to lie within the new file: in and out, the part that goes
/// round, the places of their recipes.
/// </summary>
/// <param name="SoundId">The sound.</param>
/// <param name="Media">The content hash of the new file.</param>
/// <param name="FileName">Its name.</param>
/// <param name="Figures">What was measured of it.</param>
public sealed record ReplaceSound(string SoundId, string Media, string FileName, SoundFigures Figures) : Edit
{
    /// <summary>What is known of its pictures, where the sound is a video's.</summary>
    public VideoFigures? Video { get; init; }

    /// <summary>The sound's markers, where a replacement is taken back: as they were. Null to keep those that lie within the new file.</summary>
    public ValueList<Marker>? Markers { get; init; }

    /// <summary>When a replacement is undone: the sound's cues as they were. Any other cue's part of the file is moved to lie within the file.</summary>
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
        // All of them: one that is as it was may use all of the new file by chance, and would then be taken for one that does so always.
        var before = show.Cues.Where(c => c.SoundId == SoundId).ToValueList();
        return new(next, new ReplaceSound(SoundId, sound.Media, sound.FileName, sound.Figures) { Markers = sound.Markers, Cues = before, Video = sound.Video });
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"Replaced the file of {before.Sound(SoundId).Name} with {FileName}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => Edits.Touches.SoundWithCues(before, SoundId, "part", "loop", "fit");

    /// <summary>The cue with what it uses within the new file: of the whole sound, it stays one; another keeps what it can.</summary>
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
