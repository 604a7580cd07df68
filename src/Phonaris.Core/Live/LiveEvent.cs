using Phonaris.Core.Signal;

namespace Phonaris.Core.Live;

/// <summary>Something that happens while a show is shown.</summary>
/// <param name="Kind">What.</param>
/// <param name="AtMs">When, in milliseconds of the clock the sounds are played by.</param>
public sealed record LiveEvent(LiveEventKind Kind, long AtMs)
{
    /// <summary>The place that is gone to.</summary>
    public int Place { get; init; }

    /// <summary>The cue it is about; empty for none.</summary>
    public string CueId { get; init; } = "";

    /// <summary>From where the cue is to be heard, in milliseconds from its start.</summary>
    public long FromMs { get; init; }
}

/// <summary>The kinds of <see cref="LiveEvent"/>.</summary>
public enum LiveEventKind
{
    /// <summary>The presenter goes on, back, or to any place; a waiting loop loops.</summary>
    GoTo,

    /// <summary>A delay is over.</summary>
    Due,

    /// <summary>A cue is started by hand, or again.</summary>
    Start,

    /// <summary>Another moment of a sounding cue is gone to.</summary>
    Seek,

    /// <summary>A cue is faded out by hand.</summary>
    FadeOut,

    /// <summary>All is silenced.</summary>
    Silence,

    /// <summary>A cue has come to its own end.</summary>
    Ended,
}

/// <summary>What is to be done with a sound.</summary>
/// <param name="Kind">What.</param>
/// <param name="CueId">The cue of the plan.</param>
/// <param name="Reason">Why.</param>
public sealed record LiveOrder(LiveOrderKind Kind, string CueId, LiveReason Reason)
{
    /// <summary>How long to wait, in milliseconds.</summary>
    public long InMs { get; init; }

    /// <summary>From where in the cue, in milliseconds.</summary>
    public long FromMs { get; init; }

    /// <summary>How it fades in, or fades out.</summary>
    public Fade Fade { get; init; } = Fade.None;

    /// <summary>The cue that takes over, or null.</summary>
    public string? By { get; init; }
}

/// <summary>The kinds of <see cref="LiveOrder"/>.</summary>
public enum LiveOrderKind
{
    /// <summary>Tell when a time is over: it begins then, or, where its span ends, it ends.</summary>
    Wait,

    /// <summary>Let it sound.</summary>
    Start,

    /// <summary>Let it fade out.</summary>
    Stop,

    /// <summary>Nothing: it has ended by itself.</summary>
    Ended,
}

/// <summary>Why something is done with a sound.</summary>
public enum LiveReason
{
    /// <summary>Its place was come to.</summary>
    Began,

    /// <summary>Its slides were revisited, and it picks up.</summary>
    CameBack,

    /// <summary>The cue it waits for has ended.</summary>
    Followed,

    /// <summary>By hand.</summary>
    Hand,

    /// <summary>Its span was left.</summary>
    SpanEnded,

    /// <summary>Another bed takes over.</summary>
    TakenOver,

    /// <summary>All was silenced.</summary>
    Silence,

    /// <summary>It has finished.</summary>
    Finished,
}
