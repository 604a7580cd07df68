namespace Phonaris.Core.Shows;

/// <summary>How loud a show is to be, in loudness units relative to full scale (LUFS, ITU-R BS.1770-5).</summary>
/// <param name="For">Where it is heard: what the figures were taken from.</param>
/// <param name="VoiceLufs">The integrated loudness of a voice.</param>
/// <param name="BedLufs">That of a bed where no voice sounds.</param>
/// <param name="BedUnderVoiceLufs">That of a bed while one does.</param>
/// <param name="SpotLufs">The loudest 400 ms of a spot.</param>
/// <param name="WholeLufs">The integrated loudness of the whole show.</param>
/// <param name="TruePeakDbtp">The highest true peak, in dBTP.</param>
public sealed record LevelTargets(TargetsFor For, double VoiceLufs, double BedLufs, double BedUnderVoiceLufs, double SpotLufs, double WholeLufs, double TruePeakDbtp)
{
    /// <summary>The least loudness that can be aimed at, in LUFS.</summary>
    public const double LeastLufs = -60;

    /// <summary>The greatest loudness that can be aimed at, in LUFS.</summary>
    public const double GreatestLufs = -5;

    /// <summary>The least true peak that can be aimed at, in dBTP.</summary>
    public const double LeastPeakDbtp = -20;

    /// <summary>The greatest true peak that can be aimed at, in dBTP: what the limiter lets through.</summary>
    public const double GreatestPeakDbtp = -1;

    /// <summary>What is no further than this from its target, in LU, is at it.</summary>
    private const double NearLu = 0.5;

    /// <summary>How far a loudness is from its target, in LU, above it where positive; null where it is at it.</summary>
    /// <param name="lufs">The loudness, in LUFS.</param>
    /// <param name="target">The target, in LUFS.</param>
    public static double? Apart(double lufs, double target) => Math.Abs(lufs - target) < NearLu ? null : lufs - target;

    /// <summary>The steps in which levels are set, in dB.</summary>
    internal const double StepDb = 0.1;

    /// <summary>The level that brings a sound to its target, as far as its peaks allow: so that the limiter has nothing to do with it.</summary>
    /// <param name="targetLufs">How loud it is to be, in LUFS.</param>
    /// <param name="lufs">How loud it is at a level of 0 dB, in LUFS.</param>
    /// <param name="peakDbtp">Its true peak at a level of 0 dB, in dBTP.</param>
    /// <returns>The level in dB, within what levels can be.</returns>
    public double LevelDb(double targetLufs, double lufs, double peakDbtp)
    {
        var level = Math.Floor(Math.Min(targetLufs - lufs + StepDb / 2, TruePeakDbtp - peakDbtp) / StepDb) * StepDb;
        return Math.Round(Math.Clamp(level, Cue.LeastLevelDb, Cue.GreatestLevelDb), 1);
    }

    /// <summary>In a room, where the presenter speaks over it: beds lower, and room above for what is sudden.</summary>
    public static LevelTargets Room { get; } = new(TargetsFor.Room, -20, -28, -34, -20, -20, -3);

    /// <summary>On the web, where players bring films to about −16 LUFS.</summary>
    public static LevelTargets Web { get; } = new(TargetsFor.Web, -16, -22, -28, -16, -16, -1);

    /// <summary>For broadcast, after EBU R 128.</summary>
    public static LevelTargets Broadcast { get; } = new(TargetsFor.Broadcast, -23, -29, -35, -23, -23, -1);

    /// <summary>What a kind of sound is to be as loud as, in LUFS: a bed where no voice sounds.</summary>
    public double Of(SoundKind kind) => kind switch { SoundKind.Bed => BedLufs, SoundKind.Voice or SoundKind.Video => VoiceLufs, _ => SpotLufs };
}

/// <summary>Where a show is heard, as far as its levels go by it.</summary>
public enum TargetsFor
{
    /// <summary>In a room.</summary>
    Room,

    /// <summary>On the web.</summary>
    Web,

    /// <summary>Broadcast.</summary>
    Broadcast,

    /// <summary>Figures of one's own.</summary>
    Own,
}
