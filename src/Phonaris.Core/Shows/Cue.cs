using System.Text.Json.Serialization;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows;

/// <summary>One use of one sound in the show.</summary>
/// <param name="Id">Its id, which never changes.</param>
/// <param name="SoundId">The sound it uses.</param>
/// <param name="Span">The slides it covers, or null while it is parked.</param>
/// <param name="Start">What starts it.</param>
/// <param name="DelayMs">The delay after that, in milliseconds, 0 or more.</param>
/// <param name="Stop">When it ends.</param>
/// <param name="InFrame">The first frame of the sound that is used, at 48 kHz.</param>
/// <param name="OutFrame">The frame after the last one used, at 48 kHz.</param>
/// <param name="Rounds">How often it loops; <see cref="FillSpan"/> for as often as its span needs.</param>
/// <param name="LevelDb">The level in dB relative to the imported sound, −60 to +24.</param>
/// <param name="FadeIn">Its fade-in.</param>
/// <param name="FadeOut">Its fade-out.</param>
/// <param name="EachSlide">Whether it restarts on every slide of its span, rather than once across it.</param>
public sealed record Cue(
    string Id, string SoundId, Span? Span, CueStart Start, long DelayMs, CueStop Stop, long InFrame, long OutFrame, int Rounds, double LevelDb,
    Fade FadeIn, Fade FadeOut, bool EachSlide = false) : IHasId
{
    /// <summary>The step at which it ends, when <see cref="Stop"/> is a step. The step belongs to a slide of the span; a step that no longer exists counts as the end of the span.</summary>
    public string? StopStepId { get; init; }

    /// <summary>The delay after <see cref="Stop"/>, in milliseconds; negative for earlier. Ignored for a cue that plays to its own end.</summary>
    public long StopOffsetMs { get; init; }

    /// <summary>The part that loops; null for all that is used.</summary>
    public LoopPart? LoopPart { get; init; }

    /// <summary>The playback speed, at the same pitch: 1 as imported, 0.5 half, 2 double.</summary>
    public double Speed { get; init; } = 1;

    /// <summary>Whether its level is set again when its target, trim or fit changes. Setting the level manually turns this off.</summary>
    public bool Follows { get; init; }

    /// <summary>Level points in ascending order. Between two points the level changes linearly in dB; outside them it is constant.</summary>
    public ValueList<LevelPoint> LevelPoints { get; init; } = [];

    /// <summary>Whether it is muted. A muted cue keeps its times.</summary>
    public bool Muted { get; init; }

    /// <summary>What it does when its slides are revisited in a live show.</summary>
    public CueReturn Return { get; init; }

    /// <summary>Whether beds are ducked while it sounds, where it is a voice.</summary>
    public bool Ducks { get; init; } = true;

    /// <summary>Its own ducking settings; null for the show's.</summary>
    public Duck? Duck { get; init; }

    /// <summary>The length of the crossfade from the bed before, in milliseconds; beds only.</summary>
    public long HandoverMs { get; init; } = DefaultHandoverMs;

    /// <summary>The hotspot that starts it, for a cue that is triggered manually; null for none.</summary>
    public Hotspot? Hotspot { get; init; }

    /// <summary>Whether it has any effect when it plays: it is heard or seen.</summary>
    [JsonIgnore]
    public bool IsNoticed => !Muted || Video is not null;

    /// <summary>The position on its slides, for a video; null for a sound.</summary>
    public VideoPlace? Video { get; init; }

    /// <summary>How its sound is fitted to its span; null for no fitting. With a recipe, speed, rounds and a start counted from the end are ignored.</summary>
    public FitRecipe? Fit { get; init; }

    /// <summary>The default crossfade between two beds, in milliseconds.</summary>
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

/// <summary>What starts a cue.</summary>
/// <param name="Kind">A slide, a step, another cue, a manual trigger, or the end of its span.</param>
/// <param name="StepId">The step, of a slide of its span; null for the other kinds. A step that no longer exists counts as the slide.</param>
/// <param name="CueId">The cue it follows; null for the other kinds. A parked cue counts as the slide.</param>
public sealed record CueStart(CueStartKind Kind, string? StepId, string? CueId = null)
{
    /// <summary>With the first slide of its span, or with each slide where it restarts.</summary>
    public static CueStart WithSlide { get; } = new(CueStartKind.Slide, null);

    /// <summary>Triggered manually; it does not start by itself.</summary>
    public static CueStart ByHand { get; } = new(CueStartKind.Hand, null);

    /// <summary>Timed so that it ends where its span ends.</summary>
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

    /// <summary>Triggered manually.</summary>
    Hand,

    /// <summary>After another cue.</summary>
    After,

    /// <summary>
    /// At the time that puts its own ending on the end of its span, which may be before the first slide of the span. Whatever would start before
    /// the show is left out.
    /// </summary>
    End,
}

/// <summary>When a cue ends.</summary>
public enum CueStop
{
    /// <summary>With its span.</summary>
    Span,

    /// <summary>When it has played to its end, which may be after its span.</summary>
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

    /// <summary>It goes on from where it stopped.</summary>
    PickUp,
}

/// <summary>A part of a sound that loops.</summary>
/// <param name="FromFrame">Its first frame, at 48 kHz.</param>
/// <param name="ToFrame">The frame after its last.</param>
public sealed record LoopPart(long FromFrame, long ToFrame);
