using Phonaris.Core.Signal;

namespace Phonaris.Core.Live;

/// <summary>An event in a live show.</summary>
/// <param name="Kind">The kind of event.</param>
/// <param name="AtMs">When it happens, in milliseconds of the audio clock.</param>
public sealed record LiveEvent(LiveEventKind Kind, long AtMs)
{
    /// <summary>The place the presenter goes to.</summary>
    public int Place { get; init; }

    /// <summary>The cue it concerns; empty for none.</summary>
    public string CueId { get; init; } = "";

    /// <summary>Where the cue plays from, in milliseconds from its start.</summary>
    public long FromMs { get; init; }

    /// <summary>When a run is resumed: the cues that are paused individually, and stay so.</summary>
    public ValueList<string> Paused { get; init; } = [];
}

/// <summary>The kinds of <see cref="LiveEvent"/>.</summary>
public enum LiveEventKind
{
    /// <summary>The presenter moves on, back, or to any place, or a waiting loop starts again.</summary>
    GoTo,

    /// <summary>A delay has ended.</summary>
    Due,

    /// <summary>A cue is triggered, or triggered again.</summary>
    Start,

    /// <summary>A playing cue jumps to another position.</summary>
    Seek,

    /// <summary>A cue is faded out by the presenter.</summary>
    FadeOut,

    /// <summary>Everything is silenced.</summary>
    Silence,

    /// <summary>A cue has reached its own end.</summary>
    Ended,

    /// <summary>Another page goes on with the run, after a reload, a crash, or on another machine: nothing plays in it yet.</summary>
    Resume,
}

/// <summary>An order to the audio output.</summary>
/// <param name="Kind">The kind of order.</param>
/// <param name="CueId">The cue in the plan.</param>
/// <param name="Reason">The reason.</param>
public sealed record LiveOrder(LiveOrderKind Kind, string CueId, LiveReason Reason)
{
    /// <summary>How long to wait, in milliseconds.</summary>
    public long InMs { get; init; }

    /// <summary>Where in the cue to start, in milliseconds.</summary>
    public long FromMs { get; init; }

    /// <summary>The length of the fade.</summary>
    public Fade Fade { get; init; } = Fade.None;

    /// <summary>The cue that replaces it, or null.</summary>
    public string? By { get; init; }
}

/// <summary>The kinds of <see cref="LiveOrder"/>.</summary>
public enum LiveOrderKind
{
    /// <summary>Report when a delay has ended: the cue begins then or, at the end of its span, ends.</summary>
    Wait,

    /// <summary>Play.</summary>
    Start,

    /// <summary>Fade out.</summary>
    Stop,

    /// <summary>Nothing: it has ended on its own.</summary>
    Ended,
}

/// <summary>The reason for an order.</summary>
public enum LiveReason
{
    /// <summary>Its place was reached.</summary>
    Began,

    /// <summary>Its slides were revisited, and it goes on.</summary>
    CameBack,

    /// <summary>The cue it follows has ended.</summary>
    Followed,

    /// <summary>The presenter triggered it.</summary>
    Hand,

    /// <summary>Its span was left.</summary>
    SpanEnded,

    /// <summary>Another bed replaces it.</summary>
    TakenOver,

    /// <summary>Everything was silenced.</summary>
    Silence,

    /// <summary>It has finished.</summary>
    Finished,
}
