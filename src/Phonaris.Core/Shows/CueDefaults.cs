using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows;

/// <summary>The settings a cue gets when a sound is dropped on a slide.</summary>
public static class CueDefaults
{
    /// <summary>The default fade-out of music.</summary>
    public static Fade FadeOut { get; } = Fade.Of(2000);

    /// <summary>
    /// A cue of a sound on a slide. A bed covers all slides from there to the last, loops to fill, fades in 1 s and out 2 s; a voice, a spot or a video
    /// covers that slide and plays once. Its level is the one that level matching would set.
    /// </summary>
    /// <exception cref="RuleException">The slide is not in the show.</exception>
    public static Cue For(Show show, Sound sound, string slideId, string cueId)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(sound);
        var bed = sound.Kind == SoundKind.Bed;
        var slide = show.Slide(slideId);
        var first = slide.Id;
        return new(
            cueId, sound.Id, new Span(first, bed ? show.Slides[^1].Id : first), CueStart.WithSlide, 0, CueStop.Span, 0, sound.Frames,
            bed ? Cue.FillSpan : 1, LevelDb(sound, show.LevelTargets), bed ? Fade.Of(1000) : Fade.None, bed ? FadeOut : Fade.None)
        {
            Video = sound.Video is { } video ? VideoPlace.For(video, slide.Picture) : null,
        };
    }

    /// <summary>The level that brings a whole sound to the target of its kind, in dB; 0 when its loudness is unknown.</summary>
    /// <param name="sound">The sound.</param>
    /// <param name="targets">The targets.</param>
    public static double LevelDb(Sound sound, LevelTargets targets)
    {
        ArgumentNullException.ThrowIfNull(sound);
        ArgumentNullException.ThrowIfNull(targets);
        var now = sound.Kind == SoundKind.Spot ? sound.Figures.LoudestLufs : sound.Figures.LoudnessLufs;
        return now is { } lufs ? targets.LevelDb(targets.Of(sound.Kind), lufs, sound.Figures.TruePeakDbtp ?? double.NegativeInfinity) : 0;
    }
}
