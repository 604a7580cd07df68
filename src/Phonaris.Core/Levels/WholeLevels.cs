namespace Phonaris.Core.Levels;

/// <summary>The loudness of a whole show.</summary>
/// <param name="IntegratedLufs">Its integrated loudness in LUFS; null for none.</param>
/// <param name="RangeLu">Its loudness range in LU; null for none.</param>
/// <param name="LoudestLufs">Its loudest 3 s in LUFS; null for none.</param>
/// <param name="ShortTermLufs">Its short-term loudness for each tenth of a second, over the 3 s from there, in LUFS; −∞ for silence.</param>
public sealed record WholeLevels(double? IntegratedLufs, double? RangeLu, double? LoudestLufs, ValueList<double> ShortTermLufs);
