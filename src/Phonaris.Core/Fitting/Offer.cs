using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>An alternative to fitting the music, or why it is not possible.</summary>
/// <param name="Says">A description, as a sentence.</param>
/// <param name="Edit">The edit; null if it is not possible.</param>
public sealed record Offer(string Says, Edit? Edit)
{
    /// <summary>Changing the slides instead.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cueId">The cue.</param>
    public static Offer ToRepace(Show show, string cueId)
    {
        ArgumentNullException.ThrowIfNull(show);
        try
        {
            var slides = Repace.Of(show, cueId, null, ChangeOn.Anywhere, HoldLimits.Usual);
            var changed = slides.Where(s => s.BeforeMs != s.AfterMs).ToList();
            var by = changed.Sum(s => s.AfterMs - s.BeforeMs);
            return new(
                changed.Count == 0
                    ? "The slides already end with the music."
                    : $"Makes {(changed.Count == 1 ? "1 slide" : $"{changed.Count} slides")} {(by > 0 ? "longer" : "shorter")} by {Wording.Time(Frames.FromMs(Math.Abs(by)))} in all. The music plays in full.",
                Repace.ToEdit(slides));
        }
        catch (RuleException e)
        {
            return new(e.Message, null);
        }
    }

    /// <summary>Starting so that its own ending is at the end of its slides.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cueId">The cue.</param>
    /// <param name="listened">The analysis of the show's sounds.</param>
    public static Offer ToEndTogether(Show show, string cueId, Listened? listened)
    {
        ArgumentNullException.ThrowIfNull(show);
        var cue = show.Cue(cueId);
        var edit = new Several(
            [new SetFit(cue.Id, null), Preset.Own.First(r => r.EndTogether == true).ToEdit(show, cue.Id)], $"{show.Sound(cue.SoundId).Name}: ends with its slides");
        var after = show.Apply(edit).Show;
        var order = RunningOrder.Of(after);
        var schedule = Schedule.Of(after, order, listened);
        if (schedule.Cues.Concat(schedule.Silent).FirstOrDefault(c => c.CueId == cue.Id) is not { } placed) return new("All its slides are hidden.", null);
        int NumberAt(long frame) => order.At(frame).Number;
        var leftOut = placed.InFrame - placed.Source.Frame(cue.InFrame);
        var begins = $"starts at {Wording.Time(placed.StartFrame)} on slide {NumberAt(placed.StartFrame)}";
        return new($"{(leftOut > 0 ? $"It is longer than the show. It skips its first {Wording.Time(leftOut)}, {begins}" : char.ToUpperInvariant(begins[0]) + begins[1..])} and ends with slide {NumberAt(placed.EndFrame - 1)}.", edit);
    }
}
