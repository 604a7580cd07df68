using System.Security.Cryptography;
using System.Text;
using CsCheck;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Tests;

/// <summary>Made-up shows: small fixed ones, and random ones for properties.</summary>
internal static class Shows
{
    public static Slide Slide(string id, long holdMs = 4000, bool hidden = false) =>
        new(id, $"Slide {id}", "", "", new PictureSource(new string('0', 64), MediaTypes.Png, 1, 16, 9), holdMs, Transition.Cut, hidden, Step.Whole(id));

    public static Sound Sound(string id, long frames, SoundKind kind = SoundKind.Bed) => new(id, $"Sound {id}", kind, Media(id), $"{id}.wav", Figures(frames), Rights.Unknown, [])
    {
        Video = kind == SoundKind.Video ? Video : null,
    };

    /// <summary>The properties of a video.</summary>
    public static VideoFigures Video { get; } = new(640, 360, 25, "h264", true, true, false);

    /// <summary>A content hash for a name.</summary>
    public static string Media(string name) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(name)));

    public static SoundFigures Figures(long frames) => new(frames, 48_000, 2, -20, -18, 3, -2, 0, 0, 0, 0, false);

    public static Cue Cue(string id, string sound, string first, string last, long outFrame, int rounds = 1) =>
        new(id, sound, new Span(first, last), CueStart.WithSlide, 0, CueStop.Span, 0, outFrame, rounds, 0, Fade.None, Fade.None);

    public static Show Of(int slides, long holdMs = 4000) =>
        Show.Empty("A show") with { Slides = [.. Enumerable.Range(1, slides).Select(n => Slide($"s{n}", holdMs))] };

    /// <summary>Shows of up to eight slides, some hidden, four sounds, the last a video, and up to five cues of every setting.</summary>
    public static Gen<Show> Any { get; } =
        from slides in Gen.Select(Gen.Long[Core.Shows.Slide.LeastHoldMs, 9000], Gen.Bool, Gen.Bool).Array[1, 8]
        from lengths in Gen.Long[1000, 20 * Frames.PerSecond].Array[4]
        from cues in AnyCue(slides.Length, lengths).Array[0, 5]
        select new Show(
            "Any",
            [.. slides.Select((s, i) => Slide($"s{i}", s.Item1, s.Item2 && s.Item3))],
            slides.Length > 2 ? [new("x1", "One", "s0", true), new("x2", "Two", $"s{slides.Length / 2}", false)] : [],
            [.. lengths.Select((frames, i) => Sound($"a{i}", frames, (SoundKind)(i % 4)))],
            [.. cues.Select((c, i) => c with { Id = $"c{i}", Start = i > 0 && c.Ducks ? CueStart.After($"c{i - 1}") : c.Start })]);

    public static Gen<Cue> AnyCue(int slides, long[] lengths) =>
        from sound in Gen.Int[0, lengths.Length - 1]
        from ends in Gen.Select(Gen.Int[0, slides - 1], Gen.Int[0, slides - 1])
        from part in Gen.Select(Gen.Long[0, lengths[sound] - 480], Gen.Long[480, lengths[sound]])
        from rest in Gen.Select(Gen.Long[0, 3000], Gen.Int[0, 3], Gen.Double[-60, 12], AnyFade, AnyFade)
        from begins in Gen.Select(Gen.Int[0, 3], Gen.Bool)
        from more in AnyExtras(slides, lengths[sound])
        from place in AnyPlace
        let span = new Span($"s{Math.Min(ends.Item1, ends.Item2)}", $"s{Math.Max(ends.Item1, ends.Item2)}")
        select new Cue(
            "", $"a{sound}", span, AnyStart(begins.Item1, ends.Item1), rest.Item1, more.Stop, part.Item1, Math.Min(lengths[sound], part.Item1 + part.Item2), rest.Item2, rest.Item3,
            rest.Item4, rest.Item5, begins.Item2)
        {
            StopStepId = more.StopStepId,
            StopOffsetMs = more.StopOffsetMs,
            LoopPart = more.LoopPart,
            Speed = more.Speed,
            LevelPoints = more.LevelPoints,
            Muted = more.Muted,
            Return = more.Return,
            Ducks = more.Ducks,
            HandoverMs = more.HandoverMs,
            Fit = more.Fit,
            Video = sound == 3 ? place : null,
        };

    private static Gen<VideoPlace> AnyPlace { get; } =
        from edge in Gen.Select(Gen.Double[-0.5, 0.9], Gen.Double[-0.5, 0.9])
        from side in Gen.Select(Gen.Double[0.6, 1.5], Gen.Double[0.6, 1.5])
        from seen in Gen.Select(Gen.Enum<VideoFitting>(), Gen.Enum<VideoEnd>(), Gen.Bool, Gen.Bool)
        select new VideoPlace(edge.Item1, edge.Item2, side.Item1, side.Item2, seen.Item1, seen.Item2, seen.Item3, seen.Item4 ? new(0.1, 0, 0.2, 0.3) : null);

    /// <summary>The settings that most cues leave at their defaults.</summary>
    private static Gen<Cue> AnyExtras(int slides, long frames) =>
        from stop in Gen.Select(Gen.Enum<CueStop>(), Gen.Int[0, slides - 1], Gen.Long[-3000, 3000])
        from loop in Gen.Select(Gen.Bool, Gen.Long[0, frames - 480], Gen.Long[480, frames])
        from speed in Gen.OneOf(Gen.Const(1.0), Gen.Double[Core.Shows.Cue.LeastSpeed, Core.Shows.Cue.GreatestSpeed])
        from points in Gen.Select(Gen.Long[0, 9000], Gen.Double[-60, 12]).Array[0, 3]
        from flags in Gen.Select(Gen.Int[0, 9], Gen.Bool, Gen.Long[0, 4000])
        from fit in Gen.Select(Gen.Int[0, 2], Gen.Enum<FitMethod>())
        select Cue("", "", "", "", 0) with
        {
            Stop = stop.Item1,
            StopStepId = stop.Item1 == CueStop.Step ? $"s{stop.Item2}-1" : null,
            StopOffsetMs = stop.Item3,
            LoopPart = loop.Item1 ? new(loop.Item2, Math.Min(frames, loop.Item2 + loop.Item3)) : null,
            Speed = speed,
            LevelPoints = [.. points.DistinctBy(p => p.Item1).OrderBy(p => p.Item1).Select(p => new LevelPoint(p.Item1, p.Item2))],
            Muted = flags.Item1 == 0,
            Return = flags.Item2 ? CueReturn.PickUp : CueReturn.StartOver,
            Ducks = flags.Item2,
            HandoverMs = flags.Item3,
            Fit = fit.Item1 == 0 ? new(fit.Item2) : null,
        };

    private static CueStart AnyStart(int kind, int slide) =>
        kind switch { 0 => CueStart.ByHand, 1 => CueStart.WithStep($"s{slide}-1"), 2 => CueStart.ToEndTogether, _ => CueStart.WithSlide };

    public static Gen<Fade> AnyFade { get; } =
        from ms in Gen.OneOf(Gen.Const(0L), Gen.Long[0, 6000])
        from curve in Gen.Enum<FadeCurve>()
        select new Fade(ms, curve);
}
