using System.Numerics.Tensors;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using Phonaris.Core.Mixing;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Levels;

/// <summary>
/// The cross terms of the energy of a sum. Of two sounds a and b at gains g and h, Σ(ga + hb)² = g²Σa² + h²Σb² + 2gh Σab. The first two terms are known for each sound;
/// the last is measured here from the weighted samples without levels and fades, so that it holds for all levels. Example: two different
/// songs have Σab ≈ 0, and their energies add up (+3 dB at equal loudness); the same song twice has Σab = Σa², and the sum is 6 dB louder.
/// </summary>
/// <param name="sounds">The sounds and their earlier measurements.</param>
internal sealed class CrossTerms(ILoudness sounds)
{
    /// <summary>How much is measured at a time.</summary>
    private const int PieceSteps = 500;

    /// <summary>The length of the two probes of a piece. If they do not correlate, the rest is taken not to.</summary>
    private const int SampleSteps = 20;

    /// <summary>The correlation that two sounds have by chance in a fifth of a second.</summary>
    private const double InCommon = 0.1;

    /// <summary>Longer than any sound.</summary>
    private const long EverSeconds = 1_000_000;

    /// <summary>A negligible share of the energy: a hundredth of a decibel. Pairs that cannot contribute more are skipped.</summary>
    private const double Least = 0.0023;

    /// <summary>Adds the cross terms of the cues to the energies of the show, step by step.</summary>
    /// <param name="tracks">The cues.</param>
    /// <param name="energies">The energies of the show so far: the sums over all cues.</param>
    public void AddTo(IReadOnlyList<CueTrack> tracks, double[] energies)
    {
        List<Piece> pieces = [];
        var sounding = new List<CueTrack>();
        foreach (var later in tracks.OrderBy(t => t.First))
        {
            sounding.RemoveAll(t => t.End <= later.First);
            // In a crossfade between beds the power crosses over evenly.
            foreach (var before in sounding.Where(t => later.Cue.CrossfadesFrom != t.Cue.CueId)) pieces.AddRange(PiecesOf(before, later));
            sounding.Add(later);
        }
        var heard = pieces.FindAll(p => p.CanBeHeard(energies));
        var measured = new double[heard.Count][];
        Parallel.For(0, heard.Count, new() { MaxDegreeOfParallelism = Environment.ProcessorCount }, () => new Listener(sounds), (i, _, listener) => { measured[i] = ProductsOf(heard[i], listener); return listener; }, _ => { });
        for (var i = 0; i < heard.Count; i++)
        {
            var (before, later, first, _) = heard[i];
            for (var step = 0; step < measured[i].Length; step++)
                energies[first + step] += 2 * before.Gains[first + step - before.First] * later.Gains[first + step - later.First] * measured[i][step];
        }
    }

    /// <summary>The whole steps in which both sound, counted from the first of them, so that cues moved together keep their measurement.</summary>
    private static IEnumerable<Piece> PiecesOf(CueTrack before, CueTrack later)
    {
        var from = (int)((Math.Max(before.Cue.StartFrame, later.Cue.StartFrame) + Loudness.StepFrames - 1) / Loudness.StepFrames);
        var to = (int)(Math.Min(before.Cue.EndFrame, later.Cue.EndFrame) / Loudness.StepFrames);
        for (var at = from; at < to; at += PieceSteps) yield return new(before, later, at, Math.Min(PieceSteps, to - at));
    }

    private double[] ProductsOf(Piece piece, Listener listener)
    {
        var start = (long)piece.First * Loudness.StepFrames;
        var (before, later) = (BareOf(piece.Before.Cue), BareOf(piece.Later.Cue));
        var key = new Key(before, later, start - piece.Before.Cue.StartFrame, start - piece.Later.Cue.StartFrame, piece.Count);
        return sounds.Get(key, () => listener.Measure(key), piece.Count * sizeof(double));
    }

    /// <summary>A cue with only its sound, from frame 0 on; without a loop, its end is ignored.</summary>
    private static ScheduledCue BareOf(ScheduledCue cue)
    {
        var bare = new ScheduledCue(
            "", "", cue.Source, 0, 0, cue.InFrame, cue.UsedFrames, cue.LoopFrom, cue.LoopTo, cue.SeamFrames, cue.Rounds, 1, Envelope.Even, default, default);
        return cue.Rounds == 1 ? bare with { UsedFrames = Frames.PerSecond * EverSeconds, LoopFrom = 0, LoopTo = 0 } : bare;
    }

    /// <summary>A stretch of the show in which two cues sound.</summary>
    private sealed record Piece(CueTrack Before, CueTrack Later, int First, int Count)
    {
        /// <summary>Whether the cross term could be large enough to measure, if both sounds were identical.</summary>
        public bool CanBeHeard(double[] energies)
        {
            var (most, all) = (0.0, 0.0);
            for (var step = First; step < First + Count; step++)
            {
                most += 2 * Math.Sqrt(Before.Energies[step - Before.First] * Later.Energies[step - Later.First]);
                all += energies[step];
            }
            return most > Least * all;
        }
    }

    private sealed record Key(ScheduledCue Before, ScheduledCue Later, long BeforeFrame, long LaterFrame, int Count);

    /// <summary>Measures pieces one after the other, reusing its buffers.</summary>
    private sealed class Listener(ILoudness sounds)
    {
        private const int StepSamples = Loudness.StepFrames * Frames.Channels;

        private readonly KWeighting _weighting = new(Frames.PerSecond);
        private readonly float[] _scratch = CuePlayer.Scratch();
        private readonly float[] _before = new float[(LoudnessMeter.RunInSteps + PieceSteps) * StepSamples], _later = new float[(LoudnessMeter.RunInSteps + PieceSteps) * StepSamples];

        /// <summary>The products of a piece, step by step; none when the probes do not correlate.</summary>
        public double[] Measure(Key key) =>
            key.Count < 4 * SampleSteps || HaveInCommon(key, key.Count / 4) || HaveInCommon(key, key.Count * 3 / 4) ? Products(key) : [];

        /// <summary>The correlation, unweighted: this is quick, and weighting leaves most of the spectrum unchanged.</summary>
        private bool HaveInCommon(Key key, int from)
        {
            var before = _before.AsSpan(0, SampleSteps * StepSamples);
            var later = _later.AsSpan(0, SampleSteps * StepSamples);
            Read(key.Before, key.BeforeFrame + (long)from * Loudness.StepFrames, before);
            Read(key.Later, key.LaterFrame + (long)from * Loudness.StepFrames, later);
            var product = TensorPrimitives.Dot<float>(before, later);
            return product * product > InCommon * InCommon * TensorPrimitives.SumOfSquares<float>(before) * TensorPrimitives.SumOfSquares<float>(later);
        }

        private double[] Products(Key key)
        {
            var count = LoudnessMeter.RunInSteps + key.Count;
            const long runIn = LoudnessMeter.RunInSteps * Loudness.StepFrames;
            Read(key.Before, key.BeforeFrame - runIn, _before.AsSpan(0, count * StepSamples));
            Read(key.Later, key.LaterFrame - runIn, _later.AsSpan(0, count * StepSamples));
            var (state, products) = (default(KWeighting.State), new double[key.Count]);
            for (var step = 0; step < count; step++)
            {
                var sum = _weighting.SumOfProducts(StepOf(_before, step), StepOf(_later, step), ref state);
                if (step >= LoudnessMeter.RunInSteps) products[step - LoudnessMeter.RunInSteps] = sum;
            }
            return products;
        }

        private void Read(ScheduledCue bare, long from, Span<float> samples) =>
            new CuePlayer(bare with { EndFrame = from + samples.Length / Frames.Channels }, sounds.Open(bare.Source)).ReadBare(from, samples, _scratch);

        private static ReadOnlySpan<Vector64<float>> StepOf(float[] samples, int step) => MemoryMarshal.Cast<float, Vector64<float>>(samples.AsSpan(step * StepSamples, StepSamples));
    }
}
