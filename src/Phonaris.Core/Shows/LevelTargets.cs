namespace Phonaris.Core.Shows;

/// <summary>The target loudness of a show, in loudness units relative to full scale (LUFS, ITU-R BS.1770-5).</summary>
/// <param name="For">The preset that the figures come from.</param>
/// <param name="VoiceLufs">The integrated loudness of a voice.</param>
/// <param name="BedLufs">The integrated loudness of a bed without a voice over it.</param>
/// <param name="BedUnderVoiceLufs">The integrated loudness of a bed under a voice.</param>
/// <param name="SpotLufs">The loudest 400 ms of a spot.</param>
/// <param name="WholeLufs">The integrated loudness of the whole show.</param>
/// <param name="TruePeakDbtp">The highest true peak, in dBTP.</param>
public sealed record LevelTargets(TargetPreset For, double VoiceLufs, double BedLufs, double BedUnderVoiceLufs, double SpotLufs, double WholeLufs, double TruePeakDbtp)
{
    /// <summary>The lowest loudness target, in LUFS.</summary>
    public const double LeastLufs = -60;

    /// <summary>The highest loudness target, in LUFS.</summary>
    public const double GreatestLufs = -5;

    /// <summary>The lowest true-peak target, in dBTP.</summary>
    public const double LeastPeakDbtp = -20;

    /// <summary>The highest true-peak target, in dBTP: the limiter's ceiling.</summary>
    public const double GreatestPeakDbtp = -1;

    /// <summary>The tolerance in LU: a sound this close to its target counts as on target.</summary>
    private const double NearLu = 0.5;

    /// <summary>The distance of a loudness from its target, in LU, positive above it; null within the tolerance.</summary>
    /// <param name="lufs">The loudness, in LUFS.</param>
    /// <param name="target">The target, in LUFS.</param>
    public static double? Apart(double lufs, double target) => Math.Abs(lufs - target) < NearLu ? null : lufs - target;

    /// <summary>The step in which levels are set, in dB.</summary>
    internal const double StepDb = 0.1;

    /// <summary>The level that brings a sound to its target, limited by its peaks so that the limiter does not act on it.</summary>
    /// <param name="targetLufs">The target loudness, in LUFS.</param>
    /// <param name="lufs">Its loudness at a level of 0 dB, in LUFS.</param>
    /// <param name="peakDbtp">Its true peak at a level of 0 dB, in dBTP.</param>
    /// <returns>The level in dB, within the range of cue levels.</returns>
    public double LevelDb(double targetLufs, double lufs, double peakDbtp)
    {
        var level = Math.Floor(Math.Min(targetLufs - lufs + StepDb / 2, TruePeakDbtp - peakDbtp) / StepDb) * StepDb;
        return Math.Round(Math.Clamp(level, Cue.LeastLevelDb, Cue.GreatestLevelDb), 1);
    }

    /// <summary>In a room where the presenter speaks over it: beds are lower, with headroom for sudden sounds.</summary>
    public static LevelTargets Room { get; } = new(TargetPreset.Room, -20, -28, -34, -20, -20, -3);

    /// <summary>On the web, where sites play videos at about −16 LUFS.</summary>
    public static LevelTargets Web { get; } = new(TargetPreset.Web, -16, -22, -28, -16, -16, -1);

    /// <summary>For broadcast, after EBU R 128.</summary>
    public static LevelTargets Broadcast { get; } = new(TargetPreset.Broadcast, -23, -29, -35, -23, -23, -1);

    /// <summary>The target of a kind of sound, in LUFS; for a bed, the one without a voice.</summary>
    public double Of(SoundKind kind) => kind switch { SoundKind.Bed => BedLufs, SoundKind.Voice or SoundKind.Video => VoiceLufs, _ => SpotLufs };
}

/// <summary>The presets of <see cref="LevelTargets"/>.</summary>
public enum TargetPreset
{
    /// <summary>In a room.</summary>
    Room,

    /// <summary>On the web.</summary>
    Web,

    /// <summary>Broadcast.</summary>
    Broadcast,

    /// <summary>Custom figures.</summary>
    Own,
}
