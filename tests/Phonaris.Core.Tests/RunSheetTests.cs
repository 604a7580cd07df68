using CsCheck;
using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>The printed sheets for the operator and for the rights holder.</summary>
public sealed class RunSheetTests
{
    [Fact]
    public void The_run_sheet_lists_all_sounds_of_each_slide() => Shows.Any.Sample(show =>
    {
        var timed = TimedShow.Of(show);
        var sheet = RunSheet.Of(timed);
        var heard = timed.Schedule.Cues;
        Assert.Equal(timed.Order.Slides.Count, sheet.Rows.Count);
        foreach (var (time, row) in timed.Order.Slides.Zip(sheet.Rows))
        {
            var there = heard.Where(c => c.StartFrame < time.EndFrame && c.EndFrame > time.StartFrame).Select(c => show.Sound(c.SoundId).Name).Distinct().Order();
            Assert.Equal(there, row.GoesOn.Concat(row.Timing.Sounds.Where(s => !s.ByHand && s.EndFrame > time.StartFrame).Select(s => s.Name)).Distinct().Order());
            var byHand = LivePlan.Of(timed).Places.Where(p => p.Number == time.Number).Max(p => p.ByHand.Count);
            Assert.Equal(byHand > 0 ? byHand : 0, row.Keys.Count == 0 ? 0 : row.Keys.Max(k => k.Key));
        }
        // Each section once, where it first becomes visible.
        Assert.Equal(show.Sections.Count(s => show.SlidesOf(s).Any(id => !show.Slide(id).Hidden)), sheet.Rows.Count(r => r.Section.Length > 0));

        var music = MusicUsed.Of(timed);
        Assert.Equal(heard.Sum(c => c.LengthFrames), music.Uses.Where(u => !u.ByHand).Sum(u => u.EndFrame - u.StartFrame));
        Assert.Equal(music.Uses.OrderBy(u => u.StartFrame), music.Uses);
    });

    [Fact]
    public void A_crossfade_is_listed_with_the_later_bed()
    {
        var show = Shows.Of(4) with
        {
            Sounds = [Shows.Sound("a", 8 * 48_000), Shows.Sound("b", 8 * 48_000)],
            Cues = [Shows.Cue("c1", "a", "s1", "s4", 8 * 48_000, Cue.FillSpan), Shows.Cue("c2", "b", "s3", "s4", 8 * 48_000) with { HandoverMs = 2000 }],
        };
        var sounds = TimingSheet.Of(TimedShow.Of(show)).Slides.SelectMany(s => s.Sounds).ToList();
        Assert.Equal([null, "Sound a"], sounds.Select(s => s.CrossfadesFrom));
        Assert.Equal([0, 2000], sounds.Select(s => s.FadeInMs));
        Assert.Equal([2000, 0], sounds.Select(s => s.FadeOutMs));
    }
}
