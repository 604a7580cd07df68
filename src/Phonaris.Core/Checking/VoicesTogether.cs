using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Voices over each other.</summary>
public sealed class VoicesTogether : ICheck
{
    /// <summary>How long both sound before it is called so, in frames: what is shorter is the breath of one under the other.</summary>
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
            // Of those before, the one that goes on longest.
            var before = voices.Take(i).MaxBy(v => v.ToFrame)!;
            if (before.Heard.Cue.Id == later.Heard.Cue.Id || before.ToFrame - later.FromFrame < LeastFrames || later.ToFrame - later.FromFrame < LeastFrames) continue;
            var at = show.Order.At(later.FromFrame);
            var (name, other) = (later.Heard.Sound.Name, before.Heard.Sound.Name);
            yield return new(
                Name, Severity.Audible, [before.Heard.Cue.Id, later.Heard.Cue.Id], at.SlideId, $"{name} overlaps {other} on slide {at.Number}.",
                [.. Fixes(show, before.Heard, later.Heard.Cue, name, other)]);
        }
    }

    /// <summary>Whether what is said in it is to be understood: not in a video that ducks no beds.</summary>
    private static bool IsListenedTo(HeardCue heard) => heard.Sound.Kind == SoundKind.Voice || heard.Cue.Ducks;

    /// <summary>Where a voice speaks from its first word to its last; null where it does not.</summary>
    private static Voice? Speaking(CheckedShow show, HeardCue heard) => show.SpokenIn(heard.Place).ToList() is [var first, ..] spoken
        ? new(heard, heard.Place.StartFrame + first.FromFrame, heard.Place.StartFrame + spoken[^1].ToFrame)
        : null;

    private static IEnumerable<Fix> Fixes(CheckedShow show, HeardCue first, Cue later, string name, string other)
    {
        var before = first.Cue;
        // What comes after another ends it; what that one waits for cannot wait for it.
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

    /// <summary>A voice and where it speaks, in frames of the show.</summary>
    private sealed record Voice(HeardCue Heard, long FromFrame, long ToFrame);
}
