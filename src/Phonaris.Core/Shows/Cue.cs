using System.Text.Json.Serialization;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows;

/// <summary>One use of one sound in the show.</summary>
/// <param name="Id">Its id, which never changes.</param>
/// <param name="SoundId">The sound it uses.</param>
/// <param name="Span">The slides it covers, or null while it is parked.</param>
/// <param name="Start">What it starts with.</param>
/// <param name="DelayMs">How long after that it starts, in milliseconds, 0 or more.</param>
/// <param name="Stop">When it ends.</param>
/// <param name="InFrame">The first frame of the sound that is used, at 48 kHz.</param>
/// <param name="OutFrame">The frame after the last one used, at 48 kHz.</param>
/// <param name="Rounds">How often it loops; <see cref="FillSpan"/> for as often as its span needs.</param>
/// <param name="LevelDb">How loud, in dB relative to the imported sound, −60 to +24.</param>
/// <param name="FadeIn">How it fades in.</param>
/// <param name="FadeOut">How it fades out.</param>
/// <param name="EachSlide">Whether it restarts on every slide of its span, rather than once across it.</param>
public sealed record Cue(
    string Id, string SoundId, Span? Span, CueStart Start, long DelayMs, CueStop Stop, long InFrame, long OutFrame, int Rounds, double LevelDb,
    Fade FadeIn, Fade FadeOut, bool EachSlide = false) : IHasId
{
    /// <summary>The step it ends at, of a slide of its span, where <see cref="Stop"/> says so; one that is no longer there counts as the span's end.</summary>
    public string? StopStepId { get; init; }

    /// <summary>How much later than that it ends, in milliseconds; negative for earlier. Ignored for a cue that plays to its own end.</summary>
    public long StopOffsetMs { get; init; }

    /// <summary>The part of what is used that loops; null for all of it.</summary>
    public LoopPart? LoopPart { get; init; }

    /// <summary>How fast it plays, at the same pitch: 1 as imported, 0.5 half, 2 twice.</summary>
    public double Speed { get; init; } = 1;

    /// <summary>Whether its level follows its target when that, its part or its fit changes: until it is set by hand.</summary>
    public bool Follows { get; init; }

    /// <summary>Changes of its level along its course, in ascending order; between two it changes evenly in dB, beyond the ends it stays.</summary>
    public ValueList<LevelPoint> LevelPoints { get; init; } = [];

    /// <summary>Whether it keeps silent, its times being kept.</summary>
    public bool Muted { get; init; }

    /// <summary>What it does when its slides are revisited in a live show.</summary>
    public CueReturn Return { get; init; }

    /// <summary>Whether beds are ducked while it sounds, where it is a voice.</summary>
    public bool Ducks { get; init; } = true;

    /// <summary>How they do; null for as the show has it.</summary>
    public Duck? Duck { get; init; }

    /// <summary>How long the bed before is replaced by it where the two meet, in milliseconds, where it is a bed.</summary>
    public long HandoverMs { get; init; } = DefaultHandoverMs;

    /// <summary>The place to click for one that begins by hand; null for none.</summary>
    public Hotspot? Hotspot { get; init; }

    /// <summary>Whether anything comes of it when it plays: it is heard, or seen.</summary>
    [JsonIgnore]
    public bool IsNoticed => !Muted || Video is not null;

    /// <summary>Where it lies on its slides, where it is a video; null for a sound.</summary>
    public VideoPlace? Video { get; init; }

    /// <summary>How its sound is made as long as its span; null for as it is. While there is a recipe, speed, rounds and a start by the end are left aside.</summary>
    public FitRecipe? Fit { get; init; }

    /// <summary>The handover two beds get when nothing is said, in milliseconds.</summary>
    public const long DefaultHandoverMs = 2_000;

    /// <summary>The least speed.</summary>
    public const double LeastSpeed = 0.5;

    /// <summary>The greatest speed.</summary>
    public const double GreatestSpeed = 2;

    /// <summary>The value of <see cref="Rounds"/> for looping until the span ends.</summary>
    public const int FillSpan = 0;

    /// <summary>The least level in dB.</summary>
    public const double LeastLevelDb = -60;

    /// <summary>The greatest level in dB.</summary>
    public const double GreatestLevelDb = 24;
}

/// <summary>What a cue starts with.</summary>
/// <param name="Kind">A slide, a step, another cue, the presenter's hand, or where its span ends.</param>
/// <param name="StepId">The step, of a slide of its span; null for the others. A step that is no longer there counts as the slide.</param>
/// <param name="CueId">The cue it comes after; null for the others. One that is parked counts as the slide.</param>
public sealed record CueStart(CueStartKind Kind, string? StepId, string? CueId = null)
{
    /// <summary>With the first slide of its span, or each slide where it sounds again.</summary>
    public static CueStart WithSlide { get; } = new(CueStartKind.Slide, null);

    /// <summary>By hand: it does not sound by itself.</summary>
    public static CueStart ByHand { get; } = new(CueStartKind.Hand, null);

    /// <summary>So that it ends where its span does.</summary>
    public static CueStart ToEndTogether { get; } = new(CueStartKind.End, null);

    /// <summary>With a step.</summary>
    public static CueStart WithStep(string stepId) => new(CueStartKind.Step, stepId);

    /// <summary>After another cue.</summary>
    public static CueStart After(string cueId) => new(CueStartKind.After, null, cueId);
}

/// <summary>The kinds of <see cref="CueStart"/>.</summary>
public enum CueStartKind
{
    /// <summary>With the slide.</summary>
    Slide,

    /// <summary>With a step.</summary>
    Step,

    /// <summary>By hand.</summary>
    Hand,

    /// <summary>After another cue.</summary>
    After,

    /// <summary>
    /// Wherever that makes its own ending fall on the end of its span, before the first slide of it if need be. What does not fit into
    /// the show is left out at its beginning.
    /// </summary>
    End,
}

/// <summary>When a cue ends.</summary>
public enum CueStop
{
    /// <summary>With its span.</summary>
    Span,

    /// <summary>When it has finished; it may play past its span past its span.</summary>
    Finished,

    /// <summary>At a step.</summary>
    Step,

    /// <summary>With the show.</summary>
    Show,
}

/// <summary>What a cue does when its slides are revisited.</summary>
public enum CueReturn
{
    /// <summary>It begins again.</summary>
    StartOver,

    /// <summary>It goes on from where it was left.</summary>
    PickUp,
}

/// <summary>A part of a sound that loops.</summary>
/// <param name="FromFrame">Its first frame, at 48 kHz.</param>
/// <param name="ToFrame">The frame after its last.</param>
public sealed record LoopPart(long FromFrame, long ToFrame);
