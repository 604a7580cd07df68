namespace Phonaris.Web.Shows;

/// <summary>One cue, drawn beside the slides.</summary>
/// <param name="CueId">The cue.</param>
/// <param name="StartFrame">The frame at which it starts.</param>
/// <param name="EndFrame">The frame after the last.</param>
/// <param name="EditPoints">The frames at which a repeat begins.</param>
/// <param name="Rows">Its part on each of its slides.</param>
/// <param name="ByHand">Whether it is triggered manually; drawn as if it began with its slide.</param>
/// <param name="TailFrom">The frame where its span ends while it plays on, or null.</param>
/// <param name="CrossfadesFrom">The cue it crossfades from, or null.</param>
/// <param name="ReplacedBy">The bed that begins at the same moment and plays instead, or null.</param>
/// <param name="HandoverEnd">The frame at which the replaced cue has faded out.</param>
public sealed record StrandView(
    string CueId, long StartFrame, long EndFrame, IReadOnlyList<long> EditPoints, IReadOnlyList<StrandRow> Rows, bool ByHand, long? TailFrom,
    string? CrossfadesFrom, string? ReplacedBy, long? HandoverEnd)
{
    /// <summary>Its pictures over time, for a video.</summary>
    public StrandVideo? Video { get; init; }

    /// <summary>The frame of its file after the last one that is heard.</summary>
    public required long HeardTo { get; init; }

    /// <summary>The slide whose hold can follow it, which is the one it begins on; null for none.</summary>
    public string? HoldOf { get; init; }
}

/// <summary>A strand on one slide.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="FromFrame">Where it begins to play there.</param>
/// <param name="ToFrame">Where it ends there.</param>
/// <param name="Levels">Its level in dB with fades, at equal distances from the first frame to the last, −90 at least; one value when it is constant.</param>
/// <param name="Peaks">Its waveform in equal parts, 0 to 1, before the level.</param>
public sealed record StrandRow(string SlideId, long FromFrame, long ToFrame, IReadOnlyList<double> Levels, IReadOnlyList<double> Peaks);
