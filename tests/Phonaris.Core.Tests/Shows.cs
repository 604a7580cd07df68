using CsCheck;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>Made-up shows: small ones by hand, and random ones for properties.</summary>
internal static class Shows
{
    public static Slide Slide(string id, long holdMs = 4000, bool hidden = false) =>
        new(id, $"Slide {id}", "", "", new PictureSource(new string('0', 64), MediaTypes.Png, 1, 16, 9), holdMs, Transition.Cut, hidden, Step.Whole(id));

    public static Sound Sound(string id, long frames, SoundKind kind = SoundKind.Bed) => new(id, $"Sound {id}", kind, id, $"{id}.wav", Figures(frames), Rights.Unknown, []);

    public static SoundFigures Figures(long frames) => new(frames, 48_000, 2, -20, -18, 3, -2, 0, 0, 0, 0, false);

    public static Cue Cue(string id, string sound, string first, string last, long outFrame, int rounds = 1) =>
        new(id, sound, new Span(first, last), CueStart.WithSlide, 0, CueStop.Span, 0, outFrame, rounds, 0, Fade.None, Fade.None);

    public static Show Of(int slides, long holdMs = 4000) =>
        Show.Empty("A show") with { Slides = [.. Enumerable.Range(1, slides).Select(n => Slide($"s{n}", holdMs))] };

    /// <summary>Shows of up to eight slides, some hidden, four sounds and up to five cues of every setting.</summary>
    public static Gen<Show> Any { get; } =
        from slides in Gen.Select(Gen.Long[Core.Shows.Slide.LeastHoldMs, 9000], Gen.Bool, Gen.Bool).Array[1, 8]
        from lengths in Gen.Long[1000, 20 * Frames.PerSecond].Array[4]
        from cues in AnyCue(slides.Length, lengths).Array[0, 5]
        select new Show(
            "Any",
            [.. slides.Select((s, i) => Slide($"s{i}", s.Item1, s.Item2 && s.Item3))],
            slides.Length > 2 ? [new("x1", "One", "s0", true), new("x2", "Two", $"s{slides.Length / 2}", false)] : [],
            [.. lengths.Select((frames, i) => Sound($"a{i}", frames, (SoundKind)(i % 3)))],
            [.. cues.Select((c, i) => c with { Id = $"c{i}" })]);

    public static Gen<Cue> AnyCue(int slides, long[] lengths) =>
        from sound in Gen.Int[0, lengths.Length - 1]
        from ends in Gen.Select(Gen.Int[0, slides - 1], Gen.Int[0, slides - 1])
        from part in Gen.Select(Gen.Long[0, lengths[sound] - 480], Gen.Long[480, lengths[sound]])
        from rest in Gen.Select(Gen.Long[0, 3000], Gen.Int[0, 3], Gen.Double[-60, 12], AnyFade, AnyFade, Gen.Enum<CueStop>())
        from begins in Gen.Select(Gen.Int[0, 3], Gen.Bool)
        let span = new Span($"s{Math.Min(ends.Item1, ends.Item2)}", $"s{Math.Max(ends.Item1, ends.Item2)}")
        select new Cue(
            "", $"a{sound}", span, AnyStart(begins.Item1, ends.Item1), rest.Item1, rest.Item6, part.Item1, Math.Min(lengths[sound], part.Item1 + part.Item2), rest.Item2, rest.Item3,
            rest.Item4, rest.Item5, begins.Item2);

    private static CueStart AnyStart(int kind, int slide) =>
        kind switch { 0 => CueStart.ByHand, 1 => CueStart.WithStep($"s{slide}-1"), _ => CueStart.WithSlide };

    public static Gen<Fade> AnyFade { get; } =
        from ms in Gen.OneOf(Gen.Const(0L), Gen.Long[0, 6000])
        from curve in Gen.Enum<FadeCurve>()
        select new Fade(ms, curve);
}
