using System.Runtime.Intrinsics;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Audio;

/// <summary>
/// Loudness of a stereo sound after ITU-R BS.1770-5: K-weighting, mean square over blocks of 400 ms every 100 ms, and for the
/// integrated value the gates at −70 LUFS and 10 LU below the ungated mean. Takes the sound in blocks of any size.
/// </summary>
public sealed class LoudnessMeter
{
    private const int StepFrames = Frames.PerSecond / 10;
    private const int StepsPerBlock = 4;
    private const double AbsoluteGate = -70;
    private const double RelativeGate = -10;

    private readonly List<double> _steps = [];
    private Vector128<double> _s1, _s2, _s3, _s4, _sum;
    private int _filled;

    // The two stages of K-weighting at 48 kHz, as printed in BS.1770-5, Tables 1 and 2.
    private const double B0 = 1.53512485958697, B1 = -2.69169618940638, B2 = 1.19839281085285, A1 = -1.69065929318241, A2 = 0.73248077421585;
    private const double C1 = -1.99004745483398, C2 = 0.99007225036621;

    /// <summary>Takes the next interleaved samples at 48 kHz.</summary>
    public void Add(ReadOnlySpan<float> samples)
    {
        var (s1, s2, s3, s4, sum) = (_s1, _s2, _s3, _s4, _sum);
        for (var i = 0; i + 1 < samples.Length; i += 2)
        {
            // Both channels side by side; each stage a biquad in transposed direct form II.
            var x = Vector128.Create((double)samples[i], samples[i + 1]);
            var y = x * B0 + s1;
            s1 = x * B1 - y * A1 + s2;
            s2 = x * B2 - y * A2;
            var z = y + s3;
            s3 = y * -2.0 - z * C1 + s4;
            s4 = y - z * C2;
            sum += z * z;
            if (++_filled < StepFrames) continue;
            _steps.Add((sum[0] + sum[1]) / StepFrames);
            (sum, _filled) = (Vector128<double>.Zero, 0);
        }
        (_s1, _s2, _s3, _s4, _sum) = (s1, s2, s3, s4, sum);
    }

    /// <summary>The integrated loudness in LUFS so far, or null when nothing passed the gates.</summary>
    public double? IntegratedLufs()
    {
        var loud = Blocks().Where(p => Lufs(p) > AbsoluteGate).ToList();
        if (loud.Count == 0) return null;
        var gate = Lufs(loud.Average()) + RelativeGate;
        var kept = loud.Where(p => Lufs(p) > gate).ToList();
        return kept.Count == 0 ? null : Lufs(kept.Average());
    }

    /// <summary>The loudness of the loudest 400 ms in LUFS so far, or null when there is none above −70 LUFS.</summary>
    public double? LoudestLufs()
    {
        var loudest = Blocks().DefaultIfEmpty(0).Max();
        return Lufs(loudest) > AbsoluteGate ? Lufs(loudest) : null;
    }

    private IEnumerable<double> Blocks()
    {
        for (var i = 0; i + StepsPerBlock <= _steps.Count; i++)
            yield return (_steps[i] + _steps[i + 1] + _steps[i + 2] + _steps[i + 3]) / StepsPerBlock;
    }

    private static double Lufs(double meanSquare) => -0.691 + 10 * Math.Log10(meanSquare);
}
