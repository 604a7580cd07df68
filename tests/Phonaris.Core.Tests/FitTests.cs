using System.Globalization;
using System.Text.RegularExpressions;
using CsCheck;
using Phonaris.Core.Checking;
using Phonaris.Core.Fitting;
using Phonaris.Core.Live;
using Phonaris.Core.Mixing;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>Pieces fitted to lengths by each method.</summary>
public sealed class FitTests
{
    private const long Second = Frames.PerSecond;

    [Theory]
    [InlineData("drums", 112, 4), InlineData("waltz", 96, 3), InlineData("pads", 80, 4), InlineData("sparse", 72, 4)]
    public void A_re_cut_is_exact_and_keeps_the_opening_and_the_ending(string style, double bpm, int perBar)
    {
        var sound = new Band(90).Play(style, bpm, perBar, form: "AABA");
        var fitter = FitterOf(sound);
        var unused = fitter.Bytes;
        var bars = (int)(2 * perBar * 60 / bpm * Second);
        var refused = 0;
        foreach (var times in (double[])[0.5, 0.7, 0.9, 1.2, 1.6, 2.5])
        {
            var length = (long)(sound.Frames * times) + 7;
            if (Tried(length) is not { } fitted) continue;
            var cut = new CutReader(sound, fitted.Cut!);
            Assert.Equal((length, length), (fitted.Cut!.Frames, cut.Frames));
            Assert.Equal(Read(sound, 0, bars), Read(cut, 0, bars));
            Assert.Equal(Read(sound, sound.Frames - bars, bars), Read(cut, length - bars, bars));
            // In one go or in parts, it is the same.
            var whole = Read(cut, length / 3, 5000);
            Assert.Equal(whole[..2468], Read(cut, length / 3, 1234));
            Assert.All(fitted.EditPoints, j => Assert.InRange(j.Percentile, 0, 15));
            var passages = fitted.EditPoints.Select(j => j.AtFrame).Prepend(0).Append(length).ToList();
            Assert.All(passages.Zip(passages.Skip(1)), p => Assert.True(p.Second - p.First >= bars * 0.98));
        }
        Assert.InRange(refused, 0, 2);
        // Its cached results are measured in bytes.
        Assert.InRange(fitter.Bytes, unused + 100_000, 20_000_000);

        Fitted? Tried(long length)
        {
            try
            {
                return fitter.Fit(new(FitMethod.Recut), length);
            }
            catch (RuleException)
            {
                refused++;
                return null;
            }
        }
    }

    [Fact]
    public void A_piece_with_a_known_form_is_edited_where_it_repeats()
    {
        // A B A C, four bars each, at 120: a part lasts 8 s.
        var sound = new Band(64.4).Play("drums", 120, form: "ABAC");
        foreach (var times in (double[])[0.75, 1.25, 1.5])
        {
            var fitted = FitterOf(sound).Fit(new(FitMethod.Recut), (long)(sound.Frames * times));
            Assert.NotEmpty(fitted.EditPoints);
            Assert.All(fitted.EditPoints, edit => Assert.True(Same(edit), $"{edit.FromFrame / 48_000.0:0.00} s to {edit.ToFrame / 48_000.0:0.00} s"));
        }

        // The same part of the form, and the same beat of it; the end of a part may also lead to another that begins like its successor.
        static bool Same(EditPoint edit)
        {
            var (from, to) = (Place(edit.FromFrame), Place(edit.ToFrame));
            return "ABAC"[from.Part] == "ABAC"[to.Part] && Math.Abs(from.In - to.In) < 0.06;
        }

        static (int Part, double In) Place(long frame)
        {
            var at = frame / (double)Second - 0.37 + 0.05;
            return ((int)Math.Floor(at / 8) & 3, at - Math.Floor(at / 8) * 8);
        }
    }

    /// <summary>Music without a beat in which a passage is repeated, at positions off any grid.</summary>
    [Theory]
    [InlineData(21.137, 48.514), InlineData(24.861, 61.093), InlineData(26.4, 35.718)]
    public void A_repeated_passage_off_the_beat_is_found_to_the_sample(double first, double second)
    {
        var (from, to, length) = ((long)(first * Second), (long)(second * Second), 8 * Second);
        var sound = new Clouds(90, from, to, length);
        var fitter = new Fitter(Piece.Of(sound, null, CancellationToken.None), sound, 0, sound.Frames);
        foreach (var back in (bool[])[false, true])
        {
            var fitted = fitter.Fit(new(FitMethod.Recut), sound.Frames + (back ? to - from : from - to));
            var edit = Assert.Single(fitted.EditPoints);
            var (left, entered) = back ? (edit.ToFrame, edit.FromFrame) : (edit.FromFrame, edit.ToFrame);
            Assert.Equal(to - from, entered - left);
            Assert.InRange(left, from + Second, from + length - Second);
            Assert.InRange(edit.Percentile, 0, 0.1);
            // It is inaudible: across the edit it is exactly the original sound.
            Assert.Equal(Read(sound, edit.FromFrame - 4800, 9600), Read(new CutReader(sound, fitted.Cut!), edit.AtFrame - 4800, 9600), (a, b) => Math.Abs(a - b) < 1e-5);
        }
    }

    [Fact]
    public void A_length_with_an_audible_edit_is_rejected_and_near_lengths_are_offered()
    {
        // The same four bars repeated: only by multiples of eight seconds.
        var sound = new Band(60).Play("drums", 120);
        var fitter = FitterOf(sound);
        var said = Assert.Throws<RuleException>(() => fitter.Fit(new(FitMethod.Recut), 40 * Second)).Message;
        var told = Regex.Matches(said, @"0:(\d\d\.\d)").Select(m => double.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture)).ToList();
        Assert.Equal(40, told[0]);
        Assert.InRange(told[1..].Min(), 36, 39.9);
        Assert.InRange(told[1..].Max(), 40.1, 44);
        Assert.All(told[1..], t => Assert.Single(fitter.Fit(new(FitMethod.Recut), (long)(t * Second)).EditPoints));
    }

    [Fact]
    public void Edits_can_be_excluded_passages_kept_and_more_or_fewer_requested()
    {
        var sound = new Band(90).Play("drums", 112, form: "AABA");
        var fitter = FitterOf(sound);
        var length = sound.Frames * 7 / 10;
        var first = fitter.Fit(new(FitMethod.Recut), length).EditPoints[0];
        var other = fitter.Fit(new(FitMethod.Recut) { Forbidden = [new(first.FromFrame, first.ToFrame)] }, length);
        Assert.DoesNotContain(other.EditPoints, j => Math.Abs(j.FromFrame - first.FromFrame) < 9000 && Math.Abs(j.ToFrame - first.ToFrame) < 9000);
        var kept = new FrameRange(40 * Second, 60 * Second);
        var cut = fitter.Fit(new(FitMethod.Recut) { Kept = [kept] }, length).Cut!;
        Assert.Contains(cut.Runs(), run => run.FromFrame <= kept.FromFrame + Second && run.ToFrame >= kept.ToFrame - Second);
        var (few, many) = (fitter.Fit(new(FitMethod.Recut) { Joins = -2 }, length), fitter.Fit(new(FitMethod.Recut) { Joins = 2 }, length));
        Assert.True(few.EditPoints.Count <= many.EditPoints.Count);
    }

    [Fact]
    public void An_edit_is_moved_and_the_length_stays()
    {
        var sound = new Band(90).Play("drums", 112, form: "AABA");
        var fitter = FitterOf(sound);
        var length = sound.Frames * 7 / 10;
        var first = fitter.Fit(new(FitMethod.Recut), length).EditPoints[0];
        foreach (var by in (long[])[-4, 4])
        {
            var recipe = fitter.Moved(new(FitMethod.Recut), length, 0, first.FromFrame + by * Second);
            var fitted = fitter.Fit(recipe, length);
            Assert.Equal(length, fitted.Cut!.Frames);
            var wanted = Assert.Single(recipe.Wanted);
            Assert.InRange((wanted.FromFrame - first.FromFrame) / (double)Second, Math.Min(0, 1.6 * by), Math.Max(0, 1.6 * by));
            Assert.Contains(fitted.EditPoints, j => Math.Abs(j.FromFrame - wanted.FromFrame) < Second / 4 && Math.Abs(j.ToFrame - wanted.ToFrame) < Second / 4);
        }
        Assert.Throws<RuleException>(() => fitter.Moved(new(FitMethod.Recut), length, 99, 0));
    }

    [Fact]
    public void Shorten_ends_at_the_chosen_point()
    {
        var sound = new Band(60).Play("drums", 112, form: "AB");
        var fitter = FitterOf(sound);
        var ends = fitter.Ends(40 * Second);
        Assert.InRange(ends.Count, 2, 5);
        Assert.Equal(ends.OrderBy(e => e.Cost), ends);
        foreach (var end in ends) Assert.Equal(end.Frame, fitter.Fit(new(FitMethod.Shorten) { EndFrame = end.Frame }, 40 * Second).SoundFrames);
        // If no better length is in reach, the best available is used.
        Assert.Equal(fitter.Ends(20 * Second)[0].Frame, fitter.Fit(new(FitMethod.Shorten) { EndFrame = ends[0].Frame }, 20 * Second).SoundFrames);
    }

    [Fact]
    public void Other_methods_have_the_requested_length()
    {
        var sound = new Band(60).Play("drums", 112, form: "AB");
        var fitter = FitterOf(sound);
        var shorter = fitter.Fit(new(FitMethod.Shorten), 40 * Second);
        Assert.InRange(shorter.SoundFrames, 32 * Second, 40 * Second);
        var heard = new FittedSound(new CutReader(sound, shorter.Cut!), shorter, 0);
        Assert.Equal(40 * Second, heard.Frames);
        Assert.All(Read(heard, shorter.SoundFrames, 1000), s => Assert.Equal(0, s));
        Assert.Equal(Read(sound, Second, 1000), Read(heard, Second, 1000));

        var looped = fitter.Fit(new(FitMethod.Loop), 100 * Second);
        Assert.Equal(100 * Second, looped.Cut!.Frames);
        var stretched = fitter.Fit(new(FitMethod.Stretch), 63 * Second);
        Assert.Equal(63 * Second, (long)Math.Round(sound.Frames / stretched.Speed));
        Assert.Equal(sound.Frames, fitter.Fit(new(FitMethod.Silence), 100 * Second).SoundFrames);
    }

    /// <summary>The cue's own fade, none, and a long one; a method that ends naturally, one that cuts, one that leaves silence; the whole sound, and a part of it.</summary>
    [Theory]
    [InlineData(FitMethod.Recut, 40, 2000, false), InlineData(FitMethod.Recut, 40, 2000, true), InlineData(FitMethod.Loop, 101, 0, false)]
    [InlineData(FitMethod.Shorten, 40, 0, false), InlineData(FitMethod.Shorten, 40, 3000, true), InlineData(FitMethod.Silence, 70, 2000, false)]
    public void The_preview_of_a_fit_equals_the_mix_and_live_sound(FitMethod method, int seconds, long fadeMs, bool part)
    {
        var sound = new Band(60).Play("drums", 112, form: "AB");
        var to = part ? sound.Frames - 7 * Second : sound.Frames;
        var fitter = new Fitter(Piece.Of(sound, null, CancellationToken.None), sound, 0, to);
        FitOf fit = (_, cue, frames) => fitter.Fit(cue.Fit!, frames);
        var show = Shows.Of(2, seconds * 500) with { Sounds = [Shows.Sound("a", sound.Frames)] };
        show = show with { Cues = [Shows.Cue("c", "a", "s1", "s2", to) with { Fit = new(method), FadeIn = Fade.Of(300), FadeOut = Fade.Of(fadeMs), LevelDb = -3 }] };
        var schedule = Schedule.Of(show, new(fit));
        Assert.Empty(schedule.FitFailures);
        var alone = Schedule.Alone(show, "c", new(fit));
        var mixed = Render(schedule, seconds * (int)Second);
        Assert.Equal(mixed, Render(alone, seconds * (int)Second));
        var fitted = fitter.Fit(new(method), seconds * Second);
        // It ends as the music does, otherwise as the cue is set, or in two seconds; the outline shows that too.
        if (method != FitMethod.Loop) Assert.Equal(!part && method is FitMethod.Recut or FitMethod.Silence, fitted.EndsNaturally);
        var fade = fitted.EndsNaturally ? 5 : fadeMs == 0 ? 2000 : fadeMs;
        Assert.Equal(fade, schedule.Cues[0].FadeOut.Frames / Frames.PerMs);
        var before = schedule.Cues[0].LengthFrames - Second / 5;
        Assert.Equal(fade > 200, schedule.Cues[0].FadesAt(before) < 0.9);
        // When presenting it is the same to that end, and loops only after it.
        var stem = LiveStem.OfAll(TimedShow.Of(show, new(fit)))[0].Stem;
        if (!fitted.EndsNaturally && method != FitMethod.Shorten) return;
        var live = Render(stem.ToSchedule(), seconds * (int)Second);
        Assert.Equal(mixed[(int)Second..], live[(int)Second..]);
        Assert.Equal(fitted.EndsNaturally && method != FitMethod.Silence, stem.Loops);

        float[] Render(Schedule of, int frames)
        {
            var samples = new float[frames * 2];
            new Mixer(of, source => source.Cut is { } cut ? new CutReader(sound, cut) : sound).Render(0, samples);
            return samples;
        }
    }

    [Fact]
    public void Suitable_methods_are_first_and_others_have_a_reason()
    {
        var sound = new Band(60).Play("drums", 112, form: "AB");
        var own = new FitRecipe(FitMethod.Recut) { Joins = 1 };
        var compared = Comparison.Of(Shows.Of(2), Shows.Cue("c", "a", "s1", "s1", sound.Frames) with { Fit = own }, FitterOf(sound), 90 * Second);
        // The cue's own recipe is used for its own method only.
        Assert.All(compared, c => Assert.Equal(c.Method == own.Method ? own : new(c.Method), c.Recipe));
        Assert.Equal(Enum.GetValues<FitMethod>().Length, compared.Count);
        var suits = compared.TakeWhile(c => c.Fitted is not null).ToList();
        Assert.Equal(suits.OrderBy(c => c.Fitted!.Cost), suits);
        Assert.Equal([FitMethod.Shorten, FitMethod.Stretch], compared.Skip(suits.Count).Select(c => c.Method).Order());
        var recut = suits.Single(c => c.Method == FitMethod.Recut);
        Assert.InRange(recut.RepeatedFrames - recut.LeftOutFrames, 29 * Second, 31 * Second);
    }

    [Fact]
    public void At_the_end_of_the_show_a_natural_ending_is_preferred()
    {
        var sound = new Band(126).Play("waltz", 96, 3, form: "AABA");
        var show = Shows.Of(0) with { Slides = [Shows.Slide("s1"), Shows.Slide("s2"), Shows.Slide("s3", hidden: true)] };
        var fitter = FitterOf(sound);

        Assert.Equal((FitMethod.Shorten, FitMethod.Recut, FitMethod.Recut), (BestTo("s1").Method, BestTo("s2").Method, BestTo("s3").Method));
        Assert.True(BestTo("s2").Fitted!.EndsNaturally);

        Compared BestTo(string last) => Comparison.Of(show, Shows.Cue("c", "a", "s1", last, sound.Frames), fitter, 30 * Second)[0];
    }

    [Theory]
    [InlineData(FitMethod.Recut, 0), InlineData(FitMethod.Recut, 3), InlineData(FitMethod.Recut, 36_000), InlineData(FitMethod.Loop, 20)]
    [InlineData(FitMethod.Shorten, 50), InlineData(FitMethod.Stretch, 60), InlineData(FitMethod.Silence, 20)]
    public void Impossible_fits_are_rejected_with_a_sentence(FitMethod method, long seconds) =>
        Assert.EndsWith(".", Assert.Throws<RuleException>(() => FitterOf(new Band(30).Play("drums", 120)).Fit(new(method), seconds * Second)).Message);

    [Fact]
    public void The_longest_fit_is_the_longest_hold()
    {
        var fitter = FitterOf(new Band(30).Play("drums", 120));
        Assert.Equal(4 * 3600 * Second, fitter.Fit(new(FitMethod.Silence), 4 * 3600 * Second).LengthFrames);
        Assert.Contains("4 hours", Assert.Throws<RuleException>(() => fitter.Fit(new(FitMethod.Silence), 4 * 3600 * Second + 1)).Message);
    }

    [Theory]
    [InlineData(2.2, 180), InlineData(3.7, 120), InlineData(5.3, 100), InlineData(9, 160), InlineData(21, 130)]
    public void Short_pieces_are_fitted_exactly_or_rejected_with_a_sentence(double seconds, double bpm)
    {
        var sound = new Band(seconds).Play("drums", bpm);
        var fitter = FitterOf(sound);
        var made = 0;
        foreach (var method in (FitMethod[])[FitMethod.Recut, FitMethod.Loop])
            foreach (var times in (double[])[0.3, 0.62, 0.97, 1.04, 1.7, 4, 40])
            {
                var length = (long)(sound.Frames * times) + 3;
                try
                {
                    var fitted = fitter.Fit(new(method), length);
                    made++;
                    Assert.Equal(length, fitted.Cut!.Frames);
                    Assert.All(fitted.Cut.Passages, p => Assert.True(p.Frames > 0 && p.FromFrame >= 0 && p.FromFrame + p.Frames <= sound.Frames));
                    Assert.All(fitted.EditPoints, j => Assert.InRange(j.Percentile, 0, 10));
                }
                catch (RuleException e)
                {
                    Assert.EndsWith(".", e.Message);
                }
            }
        Assert.Equal(seconds > 8, made > 3);
    }

    [Fact]
    public void Silent_and_very_short_sounds_are_not_edited()
    {
        foreach (var sound in new[] { new Band(20), new Band(1).Play("click", 120), new Band(0.01) })
            Assert.Throws<RuleException>(() => FitterOf(sound).Fit(new(FitMethod.Recut), 9 * Second));
    }

    [Fact]
    public void A_fit_follows_its_span_and_can_be_undone()
    {
        var sound = new Band(90).Play("drums", 112, form: "AABA");
        var fitter = FitterOf(sound);
        FitOf fit = (_, cue, frames) => fitter.Fit(cue.Fit!, frames);
        var show = Shows.Of(4).Apply(new AddSound(Shows.Sound("s", sound.Frames), 0)).Show;
        var ids = show.Slides.Select(s => s.Id).ToList();
        show = show.Apply(new SetHolds([.. ids.Select(i => new SlideHold(i, 10_000))])).Show;
        show = show.Apply(new PlaceCue(CueDefaults.For(show, show.Sounds[0], ids[0], "c") with { Span = new(ids[0], ids[3]) }, 0)).Show;
        var (fitted, back) = show.Apply(new SetFit("c", new(FitMethod.Recut)));
        Assert.Equal((40 * Second, 40 * Second), Length(fitted));
        // Its outline includes the edits.
        var peaks = new PeakPyramid.Builder();
        peaks.Add(Read(sound, 0, (int)sound.Frames));
        var columns = new float[160];
        SoundOutline.Of(Schedule.Of(fitted, new(fit)), _ => peaks.Build(), columns);
        Assert.All(columns[8..^8], c => Assert.InRange(c, 0.01, 1));
        Assert.Equal((43 * Second, 43 * Second), Length(fitted.Apply(new SetHolds([new(ids[1], 13_000)])).Show));
        Assert.Equal((30 * Second, 30 * Second), Length(fitted.Apply(new SetSpan("c", new(ids[0], ids[2]))).Show));
        // If the recipe fails or the music has not been analysed, it plays unfitted.
        Assert.Null(Schedule.Of(fitted).Cues[0].Source.Cut);
        Assert.Equal(show, fitted.Apply(back).Show);
        Assert.Equal(43 * Second, Schedule.LengthFor(show.Apply(new SetHolds([new(ids[1], 13_000)])).Show, "c"));

        (long Cue, long? Cut) Length(Show of) => Schedule.Of(of, new(fit)).Cues[0] is var cue ? (cue.LengthFrames, cue.Source.Cut?.Frames) : default;
    }

    [Fact]
    public void A_failed_fit_is_found_and_can_be_removed()
    {
        var sound = new Band(60).Play("drums", 120);
        var fitter = FitterOf(sound);
        var show = Shows.Of(4, 15_000).Apply(new AddSound(Shows.Sound("s", sound.Frames), 0)).Show;
        show = show.Apply(new PlaceCue(Shows.Cue("c", "s", "s1", "s4", sound.Frames) with { Fit = new(FitMethod.Stretch) }, 0)).Show;
        Assert.Empty(Findings(show));
        var longer = show.Apply(new SetHolds([new("s1", 40_000)])).Show;
        var finding = Assert.Single(Findings(longer));
        Assert.Contains("cannot be stretched to its slides", finding.Sentence);
        Assert.Empty(Findings(longer.Apply(finding.Fixes[0].Edit).Show));

        List<Finding> Findings(Show of) =>
            [.. new FakeLoudness(_ => sound).Findings(of, (_, cue, frames) => fitter.Fit(cue.Fit!, frames)).Where(f => f.Check == new Unfitted().Name)];
    }

    private static Fitter FitterOf(Band sound) => new(Piece.Of(sound, null, CancellationToken.None), sound, 0, sound.Frames);

    private static float[] Read(ISoundReader sound, long from, int frames)
    {
        var samples = new float[frames * 2];
        sound.Read(from, samples);
        return samples;
    }
}
