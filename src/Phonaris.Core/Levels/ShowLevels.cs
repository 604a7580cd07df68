using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>How loud a show is as it sounds, cut, fitted and levelled: after ITU-R BS.1770-5, EBU R 128 and EBU Tech 3342.</summary>
/// <param name="Whole">The whole show.</param>
/// <param name="Kinds">Its sounds kind by kind, those there are.</param>
/// <param name="Slides">Its slides, in running order.</param>
/// <param name="Cues">Its cues that have a time, in the show's order: those that do not sound by themselves as if they did.</param>
public sealed record ShowLevels(WholeLevels Whole, ValueList<KindLevels> Kinds, ValueList<SlideLevels> Slides, ValueList<CueLevels> Cues)
{
    /// <summary>How far below its integrated loudness a voice still counts as speaking, in LU: the relative gate of the standard.</summary>
    private const double SpeakingLu = 10;

    /// <summary>Measures a show.</summary>
    /// <param name="show">The show.</param>
    /// <param name="sounds">Its sounds, and what was measured of it before.</param>
    public static ShowLevels Of(TimedShow show, ILoudness sounds)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(sounds);
        var steps = (int)((show.Order.TotalFrames + Loudness.StepFrames - 1) / Loudness.StepFrames);
        var tracks = show.Schedule.Cues.Select(c => CueTrack.Of(c, sounds)).ToList();
        var silent = show.Schedule.Silent.Select(c => CueTrack.Of(c, sounds));
        var (energies, most) = (new double[steps], new float[steps]);
        var kinds = new SortedDictionary<SoundKind, double[]>();
        foreach (var track in tracks)
        {
            var kind = show.Show.Sound(track.Cue.SoundId).Kind;
            if (!kinds.TryGetValue(kind, out var same)) kinds.Add(kind, same = new double[steps]);
            for (var step = track.First; step < track.End; step++)
            {
                energies[step] += track.Energies[step - track.First];
                most[step] += track.Peaks[step - track.First];
                same[step] += track.Energies[step - track.First];
            }
        }
        var beds = kinds.GetValueOrDefault(SoundKind.Bed) ?? new double[steps];
        new Crossings(sounds).AddTo(tracks, energies);
        var (peak, sumPeak, limited) = new Peaks(show.Schedule, sounds).Find(most, energies);
        // What does not fill a step at the end is not counted.
        Array.Resize(ref energies, (int)(show.Order.TotalFrames / Loudness.StepFrames));
        for (var step = 0; step < energies.Length; step++) energies[step] = Math.Max(0, energies[step]) / Loudness.StepFrames;
        var shortTerm = Loudness.ShortTerm(energies);
        return new(
            new(
                Loudness.Integrated(energies), Loudness.Range(energies), shortTerm.Length == 0 ? null : shortTerm.Max(), Decibels(peak), Decibels(sumPeak),
                shortTerm.ToValueList(), [.. limited.Select(r => new FrameStretch((long)r.Start.Value * Loudness.StepFrames, (long)r.End.Value * Loudness.StepFrames))]),
            [.. kinds.Select(k => new KindLevels(k.Key, Loudness.ShortTerm([.. k.Value.Take(energies.Length).Select(e => e / Loudness.StepFrames)]).ToValueList()))],
            [.. show.Order.Slides.Select(s => SlideOf(s, energies))],
            [.. tracks.Concat(silent).GroupBy(t => t.Cue.CueId).Select(t => CueOf(show.Show.Cue(t.Key), show.Show, [.. t], beds))]);
    }

    private static SlideLevels SlideOf(SlideTime slide, double[] energies)
    {
        var (from, to) = ((int)((slide.StartFrame + Loudness.StepFrames - 1) / Loudness.StepFrames), (int)(slide.EndFrame / Loudness.StepFrames));
        var own = energies.AsSpan(from, Math.Max(0, to - from));
        return new(slide.SlideId, slide.Number, Loudness.Integrated(own), Loudness.Loudest(own));
    }

    private static CueLevels CueOf(Cue cue, Show show, List<CueTrack> tracks, double[] beds)
    {
        var own = StepsOf(tracks);
        var kind = show.Sound(cue.SoundId).Kind;
        var integrated = Loudness.Integrated(own);
        return new(
            cue.Id, kind, cue.LevelDb, integrated, Loudness.Loudest(own), Decibels(tracks.Max(t => t.Peaks.Max())),
            kind == SoundKind.Voice && integrated is { } lufs ? OverBedLu(tracks, beds, lufs) : null);
    }

    /// <summary>The mean squares of a cue, step by step, wherever it sounds; what is shorter than a block is heard with the silence around it.</summary>
    internal static double[] StepsOf(IEnumerable<CueTrack> tracks)
    {
        var steps = tracks.SelectMany(t => t.Energies).Select(e => e / Loudness.StepFrames).ToArray();
        Array.Resize(ref steps, Math.Max(steps.Length, Loudness.MomentarySteps));
        return steps;
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
