using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>A stretch of the show in which a voice speaks and beds are ducked.</summary>
/// <param name="StartFrame">Its first frame.</param>
/// <param name="EndFrame">The frame after its last.</param>
/// <param name="Duck">The ducking settings.</param>
public sealed record DuckingStretch(long StartFrame, long EndFrame, Duck Duck)
{
    /// <summary>The frame at which beds begin to fall.</summary>
    public long DownFrame => StartFrame - Frames.FromMs(Duck.AttackMs);

    /// <summary>The frame at which they begin to rise.</summary>
    public long HeldTo => EndFrame + Frames.FromMs(Duck.HoldMs);

    /// <summary>The frame at which they are back at their level.</summary>
    public long UpFrame => HeldTo + Frames.FromMs(Duck.ReleaseMs);
}
