namespace Phonaris.Web.Shows;

/// <summary>One cue as it hangs beside the slides.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="StartFrame">The first frame in which it sounds.</param>
/// <param name="EndFrame">The frame after the last.</param>
/// <param name="EditPoints">The frames where a new round begins.</param>
/// <param name="Rows">What it is like on each slide it sounds on.</param>
/// <param name="ByHand">Whether it is triggered manually; drawn as if that came with its slide.</param>
/// <param name="TailFrom">The frame where its span ends and it plays past its span, or null.</param>
/// <param name="TakesOverFrom">The cue that is replaced by it while it fades in, or null.</param>
/// <param name="ReplacedBy">The cue that begins at the same moment, so that this one does not sound; or null.</param>
/// <param name="HandoverEnd">The frame at which that has given way.</param>
public sealed record StrandView(
    string CueId, long StartFrame, long EndFrame, IReadOnlyList<long> EditPoints, IReadOnlyList<StrandRow> Rows, bool ByHand, long? TailFrom,
    string? TakesOverFrom, string? ReplacedBy, long? HandoverEnd)
{
    /// <summary>What is seen of it when, where it is a video.</summary>
    public StrandVideo? Video { get; init; }

    /// <summary>The frame of its file after the last one that is heard.</summary>
    public required long HeardTo { get; init; }

    /// <summary>The slide whose hold can follow it, the one it begins on; null for none.</summary>
    public string? HoldOf { get; init; }
}

/// <summary>A strand on one slide.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="FromFrame">Where it begins to sound there.</param>
/// <param name="ToFrame">Where it ceases to.</param>
/// <param name="Levels">Its level in dB, fades included, at equal distances from the first frame to the last, −90 at least; one value where it stays the same.</param>
/// <param name="Peaks">Its sound in equal parts, 0 to 1, before the level.</param>
public sealed record StrandRow(string SlideId, long FromFrame, long ToFrame, IReadOnlyList<double> Levels, IReadOnlyList<double> Peaks);
