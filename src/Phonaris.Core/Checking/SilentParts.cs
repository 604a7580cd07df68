using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Silent slides, and how a bed could go on there.</summary>
internal static class SilentParts
{
    /// <summary>Whether a shown slide is silent throughout, and not on purpose.</summary>
    public static bool[] Of(CheckedShow show)
    {
        var silent = show.Order.Slides.Select(_ => true).ToArray();
        foreach (var place in show.Schedule.Audible)
            foreach (var slide in show.Order.Within(place.StartFrame, place.EndFrame)) silent[slide.Place] = false;
        // A cue that plays once and leaves the rest of its slides silent does so on purpose.
        foreach (var heard in show.Heard.Where(h => h.Cue.Fit?.Method == FitMethod.Silence))
            foreach (var slide in show.Order.Of(show.Show, heard.Cue.Span!)) silent[slide.Place] = false;
        return silent;
    }

    /// <summary>The edit that extends the bed before through silent slides; null when there is none.</summary>
    public static IEnumerable<Fix> GoingOn(CheckedShow show, SlideTime first, SlideTime last)
    {
        var before = show.Heard.Where(h => h.Sound.Kind == SoundKind.Bed && h.Place.EndFrame <= first.StartFrame).MaxBy(h => h.Place.EndFrame);
        if (before is null || before.Cue is not { EachSlide: false, Fit: null, Start.Kind: CueStartKind.Slide or CueStartKind.Step }) yield break;
        // A bed that was replaced is silent whatever its span.
        if (show.Heard.Any(h => h.Place.CrossfadesFrom == before.Cue.Id)) yield break;
        yield return GoOn(show.Show, before.Cue, $"Extend {before.Sound.Name} through {(first == last ? $"slide {last.Number}" : $"slides {first.Number}–{last.Number}")}", last);
    }

    /// <summary>The edit that extends a bed through a slide, however long its sound is.</summary>
    public static Fix GoOn(Show show, Cue bed, string words, SlideTime last)
    {
        var span = show.Indices(bed.Span!).Last < last.Index ? bed.Span! with { Last = last.SlideId } : bed.Span!;
        return new(words, new Several([new SetSpan(bed.Id, span), new SetStop(bed.Id, CueStop.Span), new SetRounds(bed.Id, Cue.FillSpan)], $"{show.CueName(bed.Id)}: extended through slide {last.Number}"));
    }
}
