using System.Text.Json;
using CsCheck;
using Phonaris.Core.Audio;
using Phonaris.Core.Live;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>Shows shown by hand: presenters who go on, back and astray, and what sounds meanwhile.</summary>
public sealed class LiveTests
{
    /// <summary>Presenter's strokes in all: 500 walks of 60.</summary>
    private const int Walks = 500, Strokes = 60;

    [Fact]
    public void However_a_presenter_walks_what_sounds_is_what_the_plan_says() =>
        Gen.Select(Shows.Any, Gen.Int).Sample((show, seed) =>
        {
            var plan = LivePlan.Of(show);
            if (plan.Places.Count == 0) return;
            var walk = new Walk(plan, seed);
            for (var n = 0; n < Strokes; n++) walk.Step();
        }, iter: Walks);

    [Fact]
    public void A_bed_runs_on_over_its_slides_and_hands_over_to_the_next()
    {
        var show = Shows.Of(6, 5000) with { Sounds = [Shows.Sound("a", 960_000), Shows.Sound("b", 960_000), Shows.Sound("v", 96_000, SoundKind.Voice)] };
        show = show with
        {
            Cues =
            [
                Shows.Cue("one", "a", "s1", "s4", 960_000, Cue.FillSpan) with { FadeIn = Fade.Of(1000), Return = CueReturn.PickUp },
                Shows.Cue("two", "b", "s5", "s6", 960_000, Cue.FillSpan) with { HandoverMs = 3000 },
                Shows.Cue("say", "v", "s2", "s2", 96_000) with { DelayMs = 700 },
            ],
        };
        var run = new LiveRun(LivePlan.Of(show));
        Assert.Equal("Start one Began 1000", Take(LiveEventKind.GoTo, 0, 0));
        Assert.Equal("Wait say Began 700", Take(LiveEventKind.GoTo, 4000, 1));
        Assert.Equal("", Take(LiveEventKind.Due, 4600, cue: "say"));
        Assert.Equal("Start say Began 5", Take(LiveEventKind.Due, 4700, cue: "say"));
        Assert.Equal("Stop say SpanEnded 5", Take(LiveEventKind.GoTo, 5000, 2));
        Assert.Equal("Stop one TakenOver 3000, Start two Began 3000", Take(LiveEventKind.GoTo, 9000, 4));
        // Back again: it picks up where it was left, nine seconds in.
        Assert.Equal("Stop two TakenOver 2000, Start one CameBack 2000 from 9000", Take(LiveEventKind.GoTo, 20_000, 3));
        // Sent away, it stays away on its slides, and is there again when they are come back to.
        Assert.Equal("Stop one Hand 1500", Take(LiveEventKind.FadeOut, 21_000, cue: "one"));
        Assert.Equal("", Take(LiveEventKind.GoTo, 22_000, 2));
        Assert.Equal("Start two Began 5", Take(LiveEventKind.GoTo, 23_000, 5));
        Assert.Equal("Stop two Silence 300", Take(LiveEventKind.Silence, 24_000));
        Assert.Equal("", Take(LiveEventKind.GoTo, 25_000, 4));
        Assert.Equal("Start one CameBack 1000 from 10000", Take(LiveEventKind.GoTo, 26_000, 0));

        string Take(LiveEventKind kind, long at, int place = 0, string cue = "") => string.Join(", ", run.Take(new(kind, at) { Place = place, CueId = cue })
            .Select(o => $"{o.Kind} {o.CueId} {o.Reason} {(o.Kind == LiveOrderKind.Wait ? o.InMs : o.Fade.Ms)}{(o.FromMs > 0 ? $" from {o.FromMs}" : "")}"));
    }

    [Fact]
    public void A_waiting_loop_goes_round_under_one_bed_and_is_left_for_the_talk()
    {
        var show = Shows.Of(5, 5000) with { Sounds = [Shows.Sound("a", 960_000)], Sections = [new("w", "Before", "s1", true), new("t", "Talk", "s4", false)] };
        show = show with { Cues = [Shows.Cue("wait", "a", "s1", "s3", 960_000, Cue.FillSpan) with { FadeOut = Fade.Of(2500) }] };
        var plan = LivePlan.Of(show);
        Assert.Equal([(0, 3, false), (0, 3, false), (0, 3, true)], plan.Places.Take(3).Select(p => (p.LoopStart!.Value, p.LoopExit!.Value, p.GoesRound)));
        Assert.All(plan.Places.Skip(3), p => Assert.Null(p.LoopStart));
        var run = new LiveRun(plan);
        Assert.Single(run.Take(new(LiveEventKind.GoTo, 0)));
        for (var round = 1; round < 7; round++) Assert.Empty(run.Take(new(LiveEventKind.GoTo, round * 5000) { Place = round % 3 }));
        var stop = Assert.Single(run.Take(new(LiveEventKind.GoTo, 40_000) { Place = 3 }));
        Assert.Equal((LiveOrderKind.Stop, "wait", 2500), (stop.Kind, stop.CueId, stop.Fade.Ms));
    }

    [Theory]
    [InlineData(1, 0), InlineData(3, 0), InlineData(0, 0), InlineData(0, 5_000)]
    public void A_stem_is_the_cue_itself_and_its_repeated_part_is_like_all_rounds_to_come(int rounds, long pointMs)
    {
        var sound = new Band(2.5).Play("drums", 132);
        var show = Shows.Of(3, 8000) with { Sounds = [Shows.Sound("a", sound.Frames)] };
        var cue = Shows.Cue("c", "a", "s1", "s3", sound.Frames, rounds) with { InFrame = 9_000, LevelDb = -7, FadeOut = Fade.Of(400), LevelPoints = pointMs == 0 ? [] : [new(0, -12), new(pointMs, 3)] };
        show = show with { Cues = [cue] };
        var planned = Schedule.Of(show).Cues.Single() with { FadeIn = default };
        var stem = LiveStem.Of(show, "c", null);
        Assert.Equal(rounds == 0, stem.Loops);
        var samples = Render(stem.ToSchedule(), stem.Cue.LengthFrames);
        if (!stem.Loops)
        {
            // The whole of it, dying away at its own end.
            Assert.Equal(planned.NaturalFrames, stem.Cue.LengthFrames);
            Assert.Equal(Render(new(planned.NaturalFrames, [planned], [], []), planned.NaturalFrames), samples);
            return;
        }
        // Gone round by the page, it is what the engine would have played, to the bit.
        var period = stem.Cue.LengthFrames - stem.LoopFrom;
        var long_ = Render(new(stem.LoopFrom + 3 * period, [stem.Cue with { EndFrame = stem.LoopFrom + 3 * period }], [], []), stem.LoopFrom + 3 * period);
        for (var frame = 0L; frame < stem.LoopFrom + 3 * period; frame += 997)
        {
            var at = frame < stem.Cue.LengthFrames ? frame : stem.LoopFrom + (frame - stem.LoopFrom) % period;
            Assert.Equal(long_[2 * frame], samples[2 * at], 1e-6f);
        }

        float[] Render(Schedule schedule, long frames)
        {
            var all = new float[frames * 2];
            new Mixer(schedule, _ => sound).Render(0, all);
            return all;
        }
    }

    /// <summary>The page that shows carries out the very same: it is held to these walks.</summary>
    [Fact]
    public void The_walks_the_page_is_held_to_are_those_of_the_rule()
    {
        var walks = new List<object>();
        var random = new Random(20_261_126);
        for (var n = 0; n < 40; n++)
        {
            var plan = LivePlan.Of(Shows.Any.Generate(new PCG(1, (ulong)n), null, out _));
            if (plan.Places.Count == 0 || plan.Cues.Count == 0) continue;
            var walk = new Walk(plan, random.Next());
            for (var k = 0; k < 40; k++) walk.Step();
            walks.Add(new { plan, strokes = walk.Told });
        }
        var text = JsonSerializer.Serialize(walks, ShowJson.Options) + "\n";
        var path = Path.Combine(AppContext.BaseDirectory, "walks.json");
        if (Environment.GetEnvironmentVariable("PHONARIS_WRITE_WALKS") is { } write) File.WriteAllText(write, text);
        Assert.True(text == File.ReadAllText(path), "client/src/live/walks.json is not what the rule does; write it anew with PHONARIS_WRITE_WALKS.");
    }

    /// <summary>A presenter who does anything at any time; what sounds is told by the orders alone, and held against the plan.</summary>
    private sealed class Walk(LivePlan plan, int seed)
    {
        private readonly Random _random = new(seed);
        private readonly LiveRun _run = new(plan);
        private readonly Dictionary<string, LiveCue> _cues = plan.Cues.ToDictionary(c => c.Id);
        private readonly Dictionary<string, (long At, long From)> _sounding = [];
        private readonly Dictionary<string, long> _due = [];
        private long _now;

        public List<object> Told { get; } = [];

        public void Step()
        {
            _now += _random.Next(4) == 0 ? _random.Next(50) : _random.Next(12_000);
            // What ends by itself, and what was waited for, comes before what the presenter does.
            foreach (var id in _sounding.Where(s => _cues[s.Key].LengthMs is { } length && _now - s.Value.At + s.Value.From >= length).Select(s => s.Key).ToList()) Take(new(LiveEventKind.Ended, _now) { CueId = id });
            foreach (var id in _due.Where(d => d.Value <= _now).Select(d => d.Key).ToList())
            {
                _due.Remove(id);
                Take(new(LiveEventKind.Due, _now) { CueId = id });
            }
            Take(Stroke());
        }

        private LiveEvent Stroke()
        {
            var cue = plan.Cues.Count == 0 ? "" : plan.Cues[_random.Next(plan.Cues.Count)].Id;
            var last = plan.Places.Count - 1;
            return _random.Next(12) switch
            {
                0 or 1 or 2 or 3 => GoTo(_run.Place >= 0 && plan.Places[_run.Place].GoesRound ? plan.Places[_run.Place].LoopStart!.Value : Math.Min(_run.Place + 1, last)),
                4 or 5 => GoTo(Math.Max(_run.Place - 1, 0)),
                6 => GoTo(_random.Next(plan.Places.Count)),
                7 => new(LiveEventKind.Start, _now) { CueId = cue },
                8 => new(LiveEventKind.FadeOut, _now) { CueId = cue },
                9 => new(LiveEventKind.Seek, _now) { CueId = cue, FromMs = _random.Next(500) },
                10 => new(LiveEventKind.Silence, _now),
                _ => GoTo(_run.Place >= 0 ? plan.Places[_run.Place].LoopExit ?? last : 0),
            };
        }

        private LiveEvent GoTo(int place) => new(LiveEventKind.GoTo, _now) { Place = place };

        private void Take(LiveEvent happened)
        {
            var before = _sounding.Keys.ToHashSet();
            var beds = before.Where(IsBed).ToList();
            var orders = _run.Take(happened);
            Told.Add(new { happened, orders });
            foreach (var order in orders) Carry(order);
            if (_run.Place < 0) return;
            var here = plan.Places[_run.Place];
            // Nothing sounds outside the plan but what rings on; and never two beds.
            Assert.All(_sounding.Keys, id => Assert.True(here.Held.Contains(id) || _cues[id].RingsOn, $"{id} sounds where it is not to"));
            Assert.InRange(_sounding.Keys.Count(IsBed), 0, 1);
            // A bed goes on unbroken as long as it may, whatever else is done, until another takes over.
            if (happened.Kind is LiveEventKind.GoTo or LiveEventKind.Due or LiveEventKind.Ended)
                Assert.All(beds.Where(b => here.Held.Contains(b) && happened.CueId != b), b => Assert.True(!orders.Any(o => o.CueId == b) || orders.Any(o => o.By is not null), $"{b} broke"));
            if (happened.Kind == LiveEventKind.Silence) Assert.Empty(_sounding);
            // A bed that is to be here, and was not sent away, is.
            if (happened.Kind == LiveEventKind.GoTo)
                Assert.All(here.Begins.Where(b => b.DelayMs == 0 && IsBed(b.CueId)), b => Assert.True(_sounding.Keys.Any(IsBed) || _run.StateOf(b.CueId).Phase is CuePhase.Over or CuePhase.Waiting, $"{b.CueId} is missing"));
        }

        private void Carry(LiveOrder order)
        {
            switch (order.Kind)
            {
                case LiveOrderKind.Wait:
                    _due[order.CueId] = _now + order.InMs;
                    break;
                case LiveOrderKind.Start:
                    Assert.True(order.Fade.Ms >= LiveRun.EdgeMs);
                    Assert.True(_sounding.TryAdd(order.CueId, (_now, order.FromMs)), $"{order.CueId} sounds already");
                    break;
                default:
                    // Every stop has its fade, and is of something that sounds.
                    Assert.True(order.Kind == LiveOrderKind.Ended || order.Fade.Ms >= LiveRun.EdgeMs);
                    Assert.True(_sounding.Remove(order.CueId), $"{order.CueId} does not sound");
                    break;
            }
        }

        private bool IsBed(string id) => _cues[id].Kind == SoundKind.Bed;
    }
}
