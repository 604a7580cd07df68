using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Live;

/// <summary>A run sheet for the operator, for printing: what is seen, said, heard and done on each slide.</summary>
/// <param name="Title">The title of the show.</param>
/// <param name="TotalFrames">The running time.</param>
/// <param name="Rows">Its slides, in running order.</param>
public sealed record RunSheet(string Title, long TotalFrames, ValueList<RunSheetRow> Rows)
{
    /// <summary>The run sheet of a show.</summary>
    /// <param name="timed">The show with its times.</param>
    public static RunSheet Of(TimedShow timed)
    {
        ArgumentNullException.ThrowIfNull(timed);
        var (show, sheet, plan) = (timed.Show.WithCardsDrawn(), TimingSheet.Of(timed), LivePlan.Of(timed));
        var places = plan.Places.ToLookup(p => p.Number);
        var names = plan.Cues.ToDictionary(c => c.Id, c => c.Name);
        var sections = show.Sections
            .Select(s => (Section: s, First: show.SlidesOf(s).FirstOrDefault(id => !show.Slide(id).Hidden)))
            .Where(s => s.First is not null)
            .ToDictionary(s => s.First!, s => s.Section.WaitingLoop ? $"{s.Section.Name}, waiting loop" : s.Section.Name);
        return new(show.Title, sheet.TotalFrames, [.. timed.Order.Slides.Zip(sheet.Slides).Select(row =>
        {
            var (time, timing) = row;
            var slide = show.Slides[time.Index];
            return new RunSheetRow(
                timing, slide.Steps[0].Picture ?? slide.Picture, slide.Notes, sections.GetValueOrDefault(slide.Id, ""),
                [.. timed.Schedule.Cues.Where(c => c.StartFrame < time.StartFrame && c.EndFrame > time.StartFrame).Select(c => show.Sound(c.SoundId).Name).Distinct()],
                [.. places[time.Number].SelectMany(p => p.ByHand.Select((id, k) => new ManualKey(k + 1, names[id]))).Distinct()]);
        })]);
    }
}

/// <summary>A slide of a run sheet.</summary>
/// <param name="Timing">Its times, and the sounds that begin on it.</param>
/// <param name="Picture">Its picture.</param>
/// <param name="Notes">Its notes.</param>
/// <param name="Section">The section that begins with it; empty for none.</param>
/// <param name="GoesOn">The names of the sounds that continue from the slide before.</param>
/// <param name="Keys">What can be triggered manually.</param>
public sealed record RunSheetRow(TimedSlide Timing, PictureSource Picture, string Notes, string Section, ValueList<string> GoesOn, ValueList<ManualKey> Keys);

/// <summary>A key that starts a sound.</summary>
/// <param name="Key">Its number among the manual cues of its place, from 1.</param>
/// <param name="Name">The sound's name.</param>
public sealed record ManualKey(int Key, string Name)
{
    /// <summary>The highest number that has a key.</summary>
    public const int Most = 9;
}
