using System.Numerics.Tensors;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>How loud a show is as it sounds, cut, fitted and levelled: after ITU-R BS.1770-5, EBU R 128 and EBU Tech 3342. Each figure is worked out when it is asked for.</summary>
public sealed class ShowLevels
{
    /// <summary>How far below its integrated loudness a voice still counts as speaking, in LU: the relative gate of the standard.</summary>
    private const double SpeakingLu = 10;

    private readonly TimedShow _show;
    private readonly List<CueTrack> _tracks;
    private readonly Lazy<(double[] Energies, float[] Most)> _sum;
    private readonly Lazy<double[]> _squares;
    private readonly Lazy<PeakFinder.LimiterPieces> _limited;
    private readonly Lazy<PeakLevels> _peaks;
    private readonly SortedDictionary<SoundKind, double[]> _kinds = [];

    private ShowLevels(TimedShow show, ILoudness sounds)
    {
        _show = show;
        _tracks = [.. show.Schedule.Cues.Select(c => CueTrack.Of(c, sounds))];
        foreach (var track in _tracks)
        {
            var kind = show.Show.Sound(track.Cue.SoundId).Kind;
            if (!_kinds.TryGetValue(kind, out var same)) _kinds.Add(kind, same = new double[Steps]);
            for (var step = track.First; step < track.End; step++) same[step] += track.Energies[step - track.First];
        }
        var silent = show.Schedule.Silent.Select(c => CueTrack.Of(c, sounds)).ToList();
        var beds = _kinds.GetValueOrDefault(SoundKind.Bed) ?? new double[Steps];
        Cues = [.. _tracks.Concat(silent).GroupBy(t => t.Cue.CueId).Select(t => CueOf(show.Show.Cue(t.Key), show.Show, [.. t], beds))];
        _sum = new(() => Sum(sounds));
        var finder = new PeakFinder(show.Schedule, sounds);
        _limited = new(() => finder.Limit(_sum.Value.Most, _sum.Value.Energies));
        _peaks = new(() => PeaksOf(finder.Highest(_sum.Value.Most, _limited.Value)));
        _squares = new(() => MeanSquares(_limited.Value.Energies));
    }

    /// <summary>Measures a show.</summary>
    /// <param name="show">The show.</param>
    /// <param name="sounds">Its sounds, and what was measured of it before.</param>
    public static ShowLevels Of(TimedShow show, ILoudness sounds)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(sounds);
        return new(show, sounds);
    }

    /// <summary>The cues that have a time, in the show's order. Manual ones count as if they played.</summary>
    public ValueList<CueLevels> Cues { get; }

    /// <summary>Where the limiter is limiting, to some seconds.</summary>
    public ValueList<FrameStretch> Limited => [.. _limited.Value.Limited.Select(l => new FrameStretch((long)l.Steps.Start.Value * Loudness.StepFrames, (long)l.Steps.End.Value * Loudness.StepFrames))];

    /// <summary>Where the limiter has most to do: about the frame at which the sum would peak highest, and how high, in dBTP; null where it has nothing to do.</summary>
    public (long Frame, double SumPeakDbtp)? MostLimited
    {
        get
        {
            if (_limited.Value.Limited.Count == 0) return null;
            var (steps, peak) = _limited.Value.Limited.MaxBy(l => l.SumPeak);
            var most = _sum.Value.Most;
            var at = Enumerable.Range(steps.Start.Value, steps.End.Value - steps.Start.Value).MaxBy(step => most[step]);
            return ((long)at * Loudness.StepFrames, Gain.ToDecibels(peak));
        }
    }

    /// <summary>How loud the cues are that sound by themselves, along the show.</summary>
    internal IReadOnlyList<CueTrack> Tracks => _tracks;

    /// <summary>What the peaks of all cues come to at most, linear, in steps of 10 ms.</summary>
    internal float[] PeakBounds => _sum.Value.Most;

    /// <summary>How high it peaks.</summary>
    public PeakLevels Peaks => _peaks.Value;

    /// <summary>The whole show.</summary>
    public WholeLevels Whole => _whole ??= WholeOf(_squares.Value, Loudness.ShortTerm(_squares.Value));
    private WholeLevels? _whole;

    /// <summary>Its sounds kind by kind, those there are.</summary>
    public IEnumerable<KindLevels> Kinds => _kinds.Select(k => new KindLevels(k.Key, Loudness.ShortTerm(MeanSquares(k.Value)).ToValueList()));

    /// <summary>Its slides, in running order.</summary>
    public IEnumerable<SlideLevels> Slides => _show.Order.Slides.Select(s => SlideOf(s, _squares.Value));

    private int Steps => (int)((_show.Order.TotalFrames + Loudness.StepFrames - 1) / Loudness.StepFrames);

    /// <summary>What its cues come to together, step by step: the sum of the squares of their weighted samples, and the most they peak at.</summary>
    private (double[] Energies, float[] Most) Sum(ILoudness sounds)
    {
        var (energies, most) = (new double[Steps], new float[Steps]);
        foreach (var same in _kinds.Values) TensorPrimitives.Add(energies, same, energies);
        foreach (var track in _tracks)
            for (var step = track.First; step < track.End; step++) most[step] += track.Peaks[step - track.First];
        new CrossTerms(sounds).AddTo(_tracks, energies);
        return (energies, most);
    }

    /// <summary>The mean squares of whole steps; what does not fill one at the end is not counted.</summary>
    private double[] MeanSquares(double[] energies)
    {
        var squares = energies.AsSpan(0, (int)(_show.Order.TotalFrames / Loudness.StepFrames)).ToArray();
        for (var step = 0; step < squares.Length; step++) squares[step] = Math.Max(0, squares[step]) / Loudness.StepFrames;
        return squares;
    }

    private PeakLevels PeaksOf(float highest) => new(Decibels(Math.Max(_limited.Value.Peak, highest)), Decibels(Math.Max(_limited.Value.SumPeak, highest)));

    private static WholeLevels WholeOf(double[] squares, double[] shortTerm) =>
        new(Loudness.Integrated(squares), Loudness.Range(squares), shortTerm.Length == 0 ? null : shortTerm.Max(), shortTerm.ToValueList());

    private static SlideLevels SlideOf(SlideTime slide, double[] energies)
    {
        var (from, to) = ((int)((slide.StartFrame + Loudness.StepFrames - 1) / Loudness.StepFrames), (int)(slide.EndFrame / Loudness.StepFrames));
        var own = energies.AsSpan(from, Math.Max(0, to - from));
        return new(slide.SlideId, slide.Number, Loudness.Integrated(own), Loudness.Loudest(own));
    }

    private static CueLevels CueOf(Cue cue, Show show, List<CueTrack> tracks, double[] beds)
    {
        var kind = show.Sound(cue.SoundId).Kind;
        var integrated = CueTrack.IntegratedOf(tracks);
        return new(
            cue.Id, kind, cue.LevelDb, integrated, CueTrack.LoudestOf(tracks), Decibels(tracks.Max(t => t.Peaks.Max())),
            kind.IsSpoken() && integrated is { } lufs ? OverBedLu(tracks, beds, lufs) : null);
    }

    /// <summary>How far a voice is over the beds while it speaks, in LU; null where none sounds then.</summary>
    private static double? OverBedLu(List<CueTrack> tracks, double[] beds, double lufs)
    {
        var gate = Loudness.MeanSquare(lufs - SpeakingLu) * Loudness.StepFrames;
        var (voice, bed) = (0.0, 0.0);
        foreach (var track in tracks)
        {
            for (var step = track.First; step < track.End; step++)
            {
                if (track.Energies[step - track.First] <= gate) continue;
                voice += track.Energies[step - track.First];
                bed += beds[step];
            }
        }
        return bed > 0 && voice > 0 ? 10 * Math.Log10(voice / bed) : null;
    }

    private static double? Decibels(float linear) => linear > 0 ? Gain.ToDecibels(linear) : null;
}

/// <summary>How loud the sounds of a kind are, as they add up where they have nothing in common.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="ShortTermLufs">Their short-term loudness, each the 3 s from so many tenths of a second on, in LUFS; −∞ for silence.</param>
public sealed record KindLevels(SoundKind Kind, ValueList<double> ShortTermLufs);

/// <summary>How loud a slide is, with all that sounds on it.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Number">Its number.</param>
/// <param name="IntegratedLufs">Its integrated loudness in LUFS; null where it has none.</param>
/// <param name="LoudestLufs">The loudest 400 ms of it in LUFS; null where there are none.</param>
public sealed record SlideLevels(string SlideId, int Number, double? IntegratedLufs, double? LoudestLufs);

/// <summary>How loud a cue is by itself, wherever it sounds.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Kind">What its sound is for.</param>
/// <param name="LevelDb">Its level.</param>
/// <param name="IntegratedLufs">Its integrated loudness in LUFS; null where it has none.</param>
/// <param name="LoudestLufs">The loudest 400 ms of it in LUFS, silence around it where it is shorter; null where there are none.</param>
/// <param name="TruePeakDbtp">What its true peak is at most, in dBTP; null for silence.</param>
/// <param name="OverBedLu">How far a voice is over the beds while it speaks, in LU; null where none sounds then, and for other kinds.</param>
public sealed record CueLevels(string CueId, SoundKind Kind, double LevelDb, double? IntegratedLufs, double? LoudestLufs, double? TruePeakDbtp, double? OverBedLu);
