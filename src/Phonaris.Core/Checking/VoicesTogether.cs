using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Voices that overlap.</summary>
public sealed class VoicesTogether : ICheck
{
    /// <summary>The shortest overlap that counts, in frames; a shorter one is only a breath.</summary>
    private const long LeastFrames = 300 * Frames.PerMs;

    /// <inheritdoc/>
    public string Name => "voices-together";

    /// <inheritdoc/>
    public string LooksFor => "Two voices that speak at the same time.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var voices = show.Heard.Where(h => h.Sound.Kind.IsSpoken() && h.Sound.HasAudio && IsListenedTo(h)).Select(h => Speaking(show, h)).OfType<Voice>().OrderBy(v => v.FromFrame).ToList();
        for (var i = 1; i < voices.Count; i++)
        {
            var later = voices[i];
            // Of the voices before, the one that lasts longest.
            var before = voices.Take(i).MaxBy(v => v.ToFrame)!;
            if (before.Heard.Cue.Id == later.Heard.Cue.Id || before.ToFrame - later.FromFrame < LeastFrames || later.ToFrame - later.FromFrame < LeastFrames) continue;
            var at = show.Order.At(later.FromFrame);
            var (name, other) = (later.Heard.Sound.Name, before.Heard.Sound.Name);
            yield return new(
                Name, Severity.Audible, [before.Heard.Cue.Id, later.Heard.Cue.Id], at.SlideId, $"{name} overlaps {other} on slide {at.Number}.",
                [.. Fixes(show, before.Heard, later.Heard.Cue, name, other)]);
        }
    }

    /// <summary>Whether its speech is meant to be understood; not in a video without ducking.</summary>
    private static bool IsListenedTo(HeardCue heard) => heard.Sound.Kind == SoundKind.Voice || heard.Cue.Ducks;

    /// <summary>From the first word of a voice to its last; null when it does not speak.</summary>
    private static Voice? Speaking(CheckedShow show, HeardCue heard) => show.SpokenIn(heard.Place).ToList() is [var first, ..] spoken
        ? new(heard, heard.Place.StartFrame + first.FromFrame, heard.Place.StartFrame + spoken[^1].ToFrame)
        : null;

    private static IEnumerable<Fix> Fixes(CheckedShow show, HeardCue first, Cue later, string name, string other)
    {
        var before = first.Cue;
        // A cue that follows another ends it; the cue it follows cannot follow it in turn.
        if (!before.EachSlide && !later.EachSlide && show.Order.Of(show.Show, later.Span!)[^1].EndFrame > first.Place.EndFrame && !Awaits(show.Show, before, later.Id))
            yield return new($"Start {name} after {other}", new Several([new SetStart(later.Id, CueStart.After(before.Id)), new SetDelay(later.Id, 0)], $"{name}: starts after {other}"));
        yield return new($"Mute {name}", new SetMuted(later.Id, true));
    }

    private static bool Awaits(Show show, Cue cue, string other)
    {
        while (cue.Start.CueId is { } id && show.FindCue(id) is { } next)
        {
            if (next.Id == other) return true;
            cue = next;
        }
        return false;
    }

    /// <summary>A voice and its speech, in frames of the show.</summary>
    private sealed record Voice(HeardCue Heard, long FromFrame, long ToFrame);
}
