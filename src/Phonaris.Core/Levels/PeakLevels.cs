namespace Phonaris.Core.Levels;

/// <summary>The peaks of a show.</summary>
/// <param name="TruePeakDbtp">The true peak after the limiter in dBTP; null for silence.</param>
/// <param name="SumPeakDbtp">The true peak of the sum before the limiter; null for silence.</param>
public sealed record PeakLevels(double? TruePeakDbtp, double? SumPeakDbtp);
