namespace Phonaris.Core.Levels;

/// <summary>How loud a whole show is.</summary>
/// <param name="IntegratedLufs">Its integrated loudness in LUFS; null where it has none.</param>
/// <param name="RangeLu">Its loudness range in LU; null where it has none.</param>
/// <param name="LoudestLufs">The loudest 3 s of it in LUFS; null where there are none.</param>
/// <param name="ShortTermLufs">Its short-term loudness, each the 3 s from so many tenths of a second on, in LUFS; −∞ for silence.</param>
public sealed record WholeLevels(double? IntegratedLufs, double? RangeLu, double? LoudestLufs, ValueList<double> ShortTermLufs);
