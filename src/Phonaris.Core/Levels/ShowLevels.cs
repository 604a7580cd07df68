using System.Numerics.Tensors;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>The loudness of a show as it plays, after ITU-R BS.1770-5, EBU R 128 and EBU Tech 3342. Each figure is computed when it is read.</summary>
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
    /// <param name="sounds">Its sounds and their earlier measurements.</param>
    public static ShowLevels Of(TimedShow show, ILoudness sounds)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(sounds);
        return new(show, sounds);
    }

    /// <summary>The cues that have times, in the show's order; manual ones count as if they played.</summary>
    public ValueList<CueLevels> Cues { get; }

    /// <summary>Where the limiter acts, to within some seconds.</summary>
    public ValueList<FrameStretch> Limited => [.. _limited.Value.Limited.Select(l => new FrameStretch((long)l.Steps.Start.Value * Loudness.StepFrames, (long)l.Steps.End.Value * Loudness.StepFrames))];

    /// <summary>The place where the limiter acts most: the frame, and the peak of the sum there in dBTP; null when it does not act.</summary>
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

    /// <summary>The loudness over time of the cues that play automatically.</summary>
    internal IReadOnlyList<CueTrack> Tracks => _tracks;

    /// <summary>Upper bounds of the peaks of all cues, linear, in steps of 10 ms.</summary>
    internal float[] PeakBounds => _sum.Value.Most;

    /// <summary>Its peaks.</summary>
    public PeakLevels Peaks => _peaks.Value;

    /// <summary>The whole show.</summary>
    public WholeLevels Whole => _whole ??= WholeOf(_squares.Value, Loudness.ShortTerm(_squares.Value));
    private WholeLevels? _whole;

    /// <summary>Its kinds of sound, those it has.</summary>
    public IEnumerable<KindLevels> Kinds => _kinds.Select(k => new KindLevels(k.Key, Loudness.ShortTerm(MeanSquares(k.Value)).ToValueList()));

    /// <summary>Its slides, in running order.</summary>
    public IEnumerable<SlideLevels> Slides => _show.Order.Slides.Select(s => SlideOf(s, _squares.Value));

    private int Steps => (int)((_show.Order.TotalFrames + Loudness.StepFrames - 1) / Loudness.StepFrames);

    /// <summary>The sum of its cues, by step: the sum of squares of their weighted samples, and their highest peak.</summary>
    private (double[] Energies, float[] Most) Sum(ILoudness sounds)
    {
        var (energies, most) = (new double[Steps], new float[Steps]);
        foreach (var same in _kinds.Values) TensorPrimitives.Add(energies, same, energies);
        foreach (var track in _tracks)
            for (var step = track.First; step < track.End; step++) most[step] += track.Peaks[step - track.First];
        new CrossTerms(sounds).AddTo(_tracks, energies);
        return (energies, most);
    }

    /// <summary>The mean squares of whole steps; an incomplete step at the end is left out.</summary>
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

    /// <summary>How far a voice is above the beds while it speaks, in LU; null when no bed plays then.</summary>
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

/// <summary>The loudness of the sounds of a kind, added up as uncorrelated.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="ShortTermLufs">Their short-term loudness for each tenth of a second, over the 3 s from there, in LUFS; −∞ for silence.</param>
public sealed record KindLevels(SoundKind Kind, ValueList<double> ShortTermLufs);

/// <summary>The loudness of a slide, with everything that plays on it.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="Number">Its number.</param>
/// <param name="IntegratedLufs">Its integrated loudness in LUFS; null for none.</param>
/// <param name="LoudestLufs">Its loudest 400 ms in LUFS; null for none.</param>
public sealed record SlideLevels(string SlideId, int Number, double? IntegratedLufs, double? LoudestLufs);

/// <summary>The loudness of a cue on its own, over all its appearances.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="Kind">The kind of its sound.</param>
/// <param name="LevelDb">Its level.</param>
/// <param name="IntegratedLufs">Its integrated loudness in LUFS; null for none.</param>
/// <param name="LoudestLufs">Its loudest 400 ms in LUFS, padded with silence when it is shorter; null for none.</param>
/// <param name="TruePeakDbtp">The upper bound of its true peak, in dBTP; null for silence.</param>
/// <param name="OverBedLu">How far a voice is above the beds while it speaks, in LU; null when no bed plays then, and for other kinds.</param>
public sealed record CueLevels(string CueId, SoundKind Kind, double LevelDb, double? IntegratedLufs, double? LoudestLufs, double? TruePeakDbtp, double? OverBedLu);
