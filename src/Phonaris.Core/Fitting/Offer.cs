using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Fitting;

/// <summary>Something that can be done instead of fitting the music: what it comes to, or what is against it.</summary>
/// <param name="Says">In a sentence.</param>
/// <param name="Edit">The edit that does it; null where it cannot be done.</param>
public sealed record Offer(string Says, Edit? Edit)
{
    /// <summary>What changing the slides instead would come to.</summary>
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
                    ? "The slides end with the music as they are."
                    : $"{(changed.Count == 1 ? "One slide stays" : $"{changed.Count} slides stay")} {(by > 0 ? "longer" : "shorter")}{(changed.Count == 1 ? " by" : ", all by")} {Say.Time(Frames.FromMs(Math.Abs(by)))}; the music is heard whole.",
                Repace.ToEdit(slides));
        }
        catch (RuleException e)
        {
            return new(e.Message, null);
        }
    }

    /// <summary>What beginning so that its own ending falls on the end of its slides would come to.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cueId">The cue.</param>
    /// <param name="listened">What is known of the show's sounds.</param>
    public static Offer ToEndTogether(Show show, string cueId, Listened? listened)
    {
        ArgumentNullException.ThrowIfNull(show);
        var cue = show.Cue(cueId);
        var edit = new Several(
            [new SetFit(cue.Id, null), ReadyMade.Own.First(r => r.EndTogether == true).ToEdit(show, cue.Id)], $"{show.Sound(cue.SoundId).Name}: ends together with its slides");
        var after = show.Apply(edit).Show;
        var order = RunningOrder.Of(after);
        var schedule = Schedule.Of(after, order, listened);
        if (schedule.Cues.Concat(schedule.Silent).FirstOrDefault(c => c.CueId == cue.Id) is not { } placed) return new("It lies on no slide that is shown.", null);
        int NumberAt(long frame) => order.At(frame).Number;
        var leftOut = placed.InFrame - placed.Source.Frame(cue.InFrame);
        var begins = $"begins at {Say.Time(placed.StartFrame)} on slide {NumberAt(placed.StartFrame)}";
        return new($"{(leftOut > 0 ? $"The show is shorter than it: its first {Say.Time(leftOut)} is left out; it {begins}" : char.ToUpperInvariant(begins[0]) + begins[1..])} and ends by itself with slide {NumberAt(placed.EndFrame - 1)}.", edit);
    }
}
