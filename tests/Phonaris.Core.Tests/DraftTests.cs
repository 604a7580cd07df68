using CsCheck;
using Phonaris.Core.Drafting;
using Phonaris.Core.Fitting;
using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>A first draft of a soundtrack from unused sounds.</summary>
public class DraftTests
{
    private const long Second = Frames.PerSecond;

    [Theory]
    [InlineData("07 hawk.wav", 7)]
    [InlineData("slide_9.mp3", 9)]
    [InlineData("Narration (page 3) v2.wav", 3)]
    [InlineData("s04.wav", 4)]
    [InlineData("2026-05-01 take 3 - 05.wav", 5)]
    [InlineData("voice take 2.wav", 0)]
    [InlineData("120 bpm click.wav", 0)]
    [InlineData("ears_against_bats.wav", 8)]
    [InlineData("honeysuckle.wav", 7)]
    [InlineData("moth.wav", 0)]
    [InlineData("02 whatever.wav", 0)]
    public void A_sound_is_placed_on_the_visible_slide_in_its_name(string file, int number)
    {
        string[] titles = ["Welcome", "Hidden", "Who flies tonight", "Moth and lamp", "Scales of a moth", "A year", "The hawk at the honeysuckle", "Ears against bats", "Made by"];
        var show = Shows.Of(titles.Length);
        show = show with { Slides = [.. show.Slides.Select((s, i) => s with { Title = titles[i], Hidden = i == 1 })], Sounds = [Named(file, 12)] };
        var draft = Draft.Of(show, new HashSet<string>(), Nothing, Ids());
        Assert.Equal(number == 0 ? [] : [$"s{number}"], draft.Cues.Select(c => c.First));
        Assert.Equal(number == 0 ? 1 : 0, draft.LeftOut.Count);
    }

    [Fact]
    public void Numbers_that_are_not_slides_are_an_order_if_there_is_one_for_each_slide()
    {
        var show = Shows.Of(4) with { Sounds = [Named("rec 113.wav", 3), Named("rec 112.wav", 3), Named("rec 120.wav", 3), Named("rec 119.wav", 3)] };
        var draft = Draft.Of(show, new HashSet<string>(), Nothing, Ids());
        Assert.Equal(["Rec 112", "Rec 113", "Rec 119", "Rec 120"], draft.Cues.Select(c => c.Name));
        Assert.Equal(["s1", "s2", "s3", "s4"], draft.Cues.Select(c => c.First));
        // With one fewer, it is ambiguous which slide has none.
        draft = Draft.Of(show, new HashSet<string> { show.Sounds[0].Id }, Nothing, Ids());
        Assert.Equal((0, 3), (draft.Cues.Count, draft.LeftOut.Count));
    }

    [Fact]
    public void Two_voices_on_a_slide_follow_each_other_and_extend_its_hold()
    {
        var show = Shows.Of(3) with { Sounds = [Named("2b.wav", 9), Named("2a.wav", 10), Named("3 step 2.wav", 8)] };
        show = show.Apply(new SetSteps("s3", [new("s3-1", "", 0, null), new("s3-2", "", null, null)])).Show;
        var draft = Draft.Of(show, new HashSet<string>(), Nothing, Ids());
        var heard = Schedule.Of(draft.Show).Cues.Select(c => (draft.Show.Sound(c.SoundId).FileName, c.StartFrame / (double)Second, c.LengthFrames / (double)Second));
        Assert.Equal([("2a.wav", 4, 10), ("2b.wav", 14, 9), ("3 step 2.wav", 33, 8)], heard);
        Assert.Equal([4_000, 20_000, 18_000], draft.Show.Slides.Select(s => s.HoldMs));
        Assert.Equal(
            ["the slide stays a moment longer than it", "it starts after the voice before it, and the slide stays long enough for both", "the slide stays long enough for it"],
            draft.Cues.Select(c => c.Why[(c.Why.IndexOf(',', StringComparison.Ordinal) + 2)..]));

        // An existing cue counts as far as it is heard: three seconds of it, at half speed, after one second.
        var said = show with { Sounds = [.. show.Sounds, Named("before.wav", 30)] };
        said = said with { Cues = [Shows.Cue("c", "before.wav", "s2", "s2", 3 * Second) with { Speed = 0.5, DelayMs = 1000 }] };
        draft = Draft.Of(said, new HashSet<string> { "2b.wav" }, Nothing, Ids());
        Assert.Equal(1_000 + 6_000 + 10_000 + Draft.BreathMs, draft.Show.Slides[1].HoldMs);
    }

    [Fact]
    public void Forty_recordings_and_three_beds_are_placed()
    {
        var sounds = Enumerable.Range(1, 40).Select(n => Named($"{n:00} said.wav", 2 + n % 3)).ToList();
        // A short sound was taken for a spot.
        sounds[5] = sounds[5] with { Kind = SoundKind.Spot, Figures = sounds[5].Figures with { VoiceLikeness = 0.7 } };
        // A drone without a beat, a piece with one, and one whose end fades out.
        var (drone, piece, ending) = (new Band(40).Drift(false), new Band(45).Play("drums", 120, form: "AB"), new Band(42).Play("click", 100));
        var music = new Music(m => m == Shows.Media("drone") ? drone : m == Shows.Media("piece") ? piece : m == Shows.Media("ending") ? new Dying(ending) : Signal.Sine(4 * Second, 300));
        sounds.AddRange([Shows.Sound("drone", drone.Frames), Shows.Sound("piece", piece.Frames), Shows.Sound("ending", ending.Frames)]);
        var show = Shows.Of(40) with { Sounds = [.. sounds], Sections = [new("x1", "Before", "s1", true), new("x2", "Talk", "s4", false)] };
        var draft = Draft.Of(show, new HashSet<string>(), music.Known, Ids());

        Assert.Empty(draft.LeftOut);
        Assert.All(draft.Cues.Where(c => c.Kind != SoundKind.Bed), c => Assert.Equal($"s{int.Parse(draft.Show.Sound(c.SoundId).FileName[..2], null)}", c.First));
        Assert.All(draft.Show.Slides, s => Assert.Equal((draft.Show.Sound(draft.Show.Cue(s.StaysFor!).SoundId).Frames / Frames.PerMs) + Draft.BreathMs, s.HoldMs));
        // The waiting loop has the calm bed, the end has the one that ends; together they cover every slide.
        var beds = draft.Cues.Where(c => c.Kind == SoundKind.Bed).ToList();
        Assert.Equal([("drone", "s1", "s3"), ("piece", "s4", beds[1].Last), ("ending", beds[2].First, "s40")], beds.Select(b => (b.SoundId, b.First, b.Last)));
        Assert.Equal(draft.Show.SlideIndex(beds[1].Last) + 1, draft.Show.SlideIndex(beds[2].First));
        Assert.All(beds.Skip(1), b => Assert.NotNull(draft.Show.Cue(b.CueId).Fit));

        // A single undo, including levels, and nothing is too loud.
        var heard = new FakeLoudness(s => music.Open(s.Media));
        var (after, inverse) = show.Apply(draft.ToEdit(TimedShow.Of(draft.Show, music.Known.Listened), heard)!);
        Assert.All(after.Cues, c => Assert.True(c.Follows));
        Assert.Equal(show, after.Apply(inverse).Show);
        Assert.Equal("Places 3 beds, 40 voices. Every sound is used.", draft.Says);
    }

    [Fact]
    public void The_calmer_bed_is_placed_under_speech()
    {
        var (calm, lively, ending) = (new Band(60).Drift(false), new Band(60).Play("drums", 150), new Dying(new Band(60).Play("click", 100)));
        var music = new Music(m => m == Shows.Media("calm") ? calm : m == Shows.Media("lively") ? lively : m == Shows.Media("ending") ? ending : Signal.Sine(9 * Second, 300));
        var show = Shows.Of(18, 10_000) with
        {
            Sounds = [Shows.Sound("lively", lively.Frames), Shows.Sound("ending", ending.Frames), Shows.Sound("calm", calm.Frames), Shows.Sound("voice", 9 * Second, SoundKind.Voice)],
            Sections = [new("x", "Seen", "s1", false), new("y", "Told", "s7", false), new("z", "Thanks", "s13", false)],
        };
        show = show with { Cues = [.. Enumerable.Range(7, 6).Select(n => Shows.Cue($"v{n}", "voice", $"s{n}", $"s{n}", 9 * Second))] };
        var cues = Draft.Of(show, new HashSet<string>(), music.Known, Ids()).Cues;
        Assert.Equal([("lively", "s1"), ("calm", "s7"), ("ending", "s13")], cues.Select(c => (c.SoundId, c.First)));
        Assert.StartsWith("1:00.0 of music for ", cues[0].Why, StringComparison.Ordinal);
        Assert.StartsWith("calm enough under speech", cues[1].Why, StringComparison.Ordinal);
    }

    [Fact]
    public void A_shortened_bed_is_not_chosen_for_its_ending()
    {
        var (hum, dying) = (Signal.Sine(90 * Second, 220, 0.3), new Dying(Signal.Sine(90 * Second, 330, 0.3)));
        var music = new Music(m => m == Shows.Media("dying") ? dying : hum);
        var show = Shows.Of(4) with { Sounds = [Shows.Sound("hum", hum.Frames), Shows.Sound("dying", dying.Frames)], Sections = [] };
        var last = Draft.Of(show, new HashSet<string>(), music.Known, Ids()).Cues[^1];
        Assert.Equal("dying", last.SoundId);
        Assert.EndsWith(", shortened", last.Why, StringComparison.Ordinal);
        Assert.StartsWith("1:30.0 of music for ", last.Why, StringComparison.Ordinal);
    }

    [Fact]
    public void A_draft_of_any_show_is_valid_and_can_be_undone() =>
        Gen.Select(Shows.Any, Gen.Int[0, 15], Gen.Int[0, 3].Array[4]).Sample(
            (show, without, names) =>
            {
                string[] files = ["0 {0}.wav", "slide {0}.wav", "{0} x.wav", "x.wav"];
                show = show with { Sounds = [.. show.Sounds.Select((s, i) => s with { FileName = string.Format(null, files[names[i]], i + 1) })] };
                var music = new Music(media => Signal.Sine(show.Sounds.First(s => s.Media == media).Frames, 220, 0.3));
                var left = show.Sounds.Where((_, i) => (without >> i & 1) == 1).Select(s => s.Id).ToHashSet();
                var draft = Draft.Of(show, left, music.Known, Ids());
                Assert.DoesNotContain(draft.Cues, c => left.Contains(c.SoundId));
                Assert.Equal(show.OpenSounds().Count(s => !left.Contains(s.Id)), draft.Cues.Count + draft.LeftOut.Count);
                if (draft.ToEdit(TimedShow.Of(draft.Show, music.Known.Listened), new FakeLoudness(s => music.Open(s.Media))) is not { } edit) return;
                var (after, inverse) = show.Apply(edit);
                Assert.Equal(after, after.Validated());
                Assert.Equal(show.Cues, after.Cues.Take(show.Cues.Count));
                Assert.Equal(show, after.Apply(inverse).Show);
                Assert.Null(FollowedHolds.Edit(after) is { } more && FollowedHolds.Edit(show) is null ? more : null);
            },
            iter: 30);

    private static Sound Named(string file, int seconds) => Shows.Sound(file, seconds * Second, SoundKind.Voice) with { Name = Names.FromFile(file), FileName = file };

    private static DraftMusic Nothing => new(_ => throw new InvalidOperationException(), _ => throw new InvalidOperationException(), (_, _, _) => throw new InvalidOperationException(), Listened.Nothing);

    private static Func<string> Ids()
    {
        var n = 0;
        return () => $"new{n++}";
    }

    /// <summary>Music that is analysed on demand.</summary>
    private sealed class Music(Func<string, ISoundReader> open)
    {
        private readonly Dictionary<string, Piece> _pieces = [];
        private readonly Dictionary<string, LoudnessTrack> _tracks = [];

        public DraftMusic Known => new(PieceOf, TrackOf, Fitter, new((sound, cue, length) => Fitter(sound.Media, cue.InFrame, cue.OutFrame).Fit(cue.Fit!, length), TrackOf));

        public ISoundReader Open(string media) => open(media);

        private LoudnessTrack TrackOf(string media) => _tracks.TryGetValue(media, out var known) ? known : _tracks[media] = LoudnessTrack.Of(open(media), CancellationToken.None);

        private Piece PieceOf(string media) => _pieces.TryGetValue(media, out var known) ? known : _pieces[media] = Piece.Of(open(media), null, CancellationToken.None);

        private Fitter Fitter(string media, long from, long to) => new(PieceOf(media), open(media), from, to);
    }

    /// <summary>A sound whose last three seconds fade out.</summary>
    private sealed class Dying(ISoundReader sound) : ISoundReader
    {
        public long Frames => sound.Frames;

        public void Read(long frame, Span<float> destination)
        {
            sound.Read(frame, destination);
            for (var i = 0; i < destination.Length; i++) destination[i] *= Math.Clamp((Frames - frame - i / 2) / (3f * Second), 0, 1);
        }
    }
}
