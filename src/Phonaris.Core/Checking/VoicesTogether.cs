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
        var voices = show.Heard.Where(h => h.Sound.Kind == SoundKind.Voice).OrderBy(h => h.Place.StartFrame).ToList();
        for (var i = 1; i < voices.Count; i++)
        {
            var later = voices[i];
            // Of those before, the one that goes on longest.
            var before = voices.Take(i).MaxBy(v => v.Place.EndFrame)!;
            if (before.Cue.Id == later.Cue.Id || before.Place.EndFrame - later.Place.StartFrame < LeastFrames || later.Place.LengthFrames < LeastFrames) continue;
            var at = show.Order.At(later.Place.StartFrame);
            yield return new(
                Name, Gravity.Heard, [before.Cue.Id, later.Cue.Id], at.SlideId, $"{later.Sound.Name} begins on slide {at.Number} while {before.Sound.Name} still speaks.",
                [.. Remedies(show, before.Cue, later.Cue, later.Sound.Name, before.Sound.Name)]);
        }
    }

    private static IEnumerable<Remedy> Remedies(CheckedShow show, Cue before, Cue later, string name, string other)
    {
        // What comes after another ends it; what that one waits for cannot wait for it.
        if (!before.EachSlide && !later.EachSlide && show.Order.Of(show.Show, later.Span!)[^1].EndFrame > show.Heard.First(h => h.Cue.Id == before.Id).Place.EndFrame && !Awaits(show.Show, before, later.Id))
            yield return new($"Begin {name} after {other}", new Several([new SetStart(later.Id, CueStart.After(before.Id)), new SetDelay(later.Id, 0)], $"{name}: begins after {other}"));
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
}
