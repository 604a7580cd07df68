namespace Phonaris.Core.Levels;

/// <summary>How high a show peaks.</summary>
/// <param name="TruePeakDbtp">The true peak of what comes out in dBTP; null for silence.</param>
/// <param name="SumPeakDbtp">That of the sum, before the limiter; null for silence.</param>
public sealed record PeakLevels(double? TruePeakDbtp, double? SumPeakDbtp);
