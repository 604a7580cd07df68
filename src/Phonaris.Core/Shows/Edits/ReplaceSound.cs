namespace Phonaris.Core.Shows.Edits;

/// <summary>
/// Puts another file in a sound's place. Its cues stay; where they used more than the new file has, their in and out move to lie within it.
/// </summary>
/// <param name="SoundId">The sound.</param>
/// <param name="Media">The content hash of the new file.</param>
/// <param name="FileName">Its name.</param>
/// <param name="Figures">What was measured of it.</param>
public sealed record ReplaceSound(string SoundId, string Media, string FileName, SoundFigures Figures) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        if (Figures.Frames <= 0) throw new RuleException($"{FileName} holds no sound.", "sound");
        var sound = show.Sound(SoundId);
        List<Edit> back = [new ReplaceSound(SoundId, sound.Media, sound.FileName, sound.Figures)];
        var markers = sound.Markers.Where(m => m.Frame <= Figures.Frames).ToValueList();
        if (markers.Count < sound.Markers.Count) back.Add(new SetMarkers(SoundId, sound.Markers));
        var next = show.With(sound with { Media = Media, FileName = FileName, Figures = Figures, Markers = markers });
        foreach (var cue in show.Cues.Where(c => c.SoundId == SoundId))
        {
            // A cue of the whole sound stays one; another keeps what it can.
            var whole = cue.InFrame == 0 && cue.OutFrame == sound.Frames;
            var outFrame = whole ? Figures.Frames : Math.Min(cue.OutFrame, Figures.Frames);
            var inFrame = outFrame - cue.InFrame >= SetPart.LeastFrames ? cue.InFrame : 0;
            var loop = cue.LoopPart?.ToFrame <= Figures.Frames ? cue.LoopPart : null;
            if ((inFrame, outFrame, loop) == (cue.InFrame, cue.OutFrame, cue.LoopPart)) continue;
            next = next.With(cue with { InFrame = inFrame, OutFrame = outFrame, LoopPart = loop });
            back.Add(new SetPart(cue.Id, cue.InFrame, cue.OutFrame));
            if (loop != cue.LoopPart) back.Add(new SetLoopPart(cue.Id, cue.LoopPart));
        }
        return new(next, back.Count == 1 ? back[0] : new Several([.. back], $"Put {sound.FileName} back"));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => $"{before.Sound(SoundId).Name} is now {FileName}";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches() => [$"sound:{SoundId}"];
}
