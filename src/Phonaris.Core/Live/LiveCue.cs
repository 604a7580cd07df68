using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Live;

/// <summary>A cue as it is shown live.</summary>
/// <param name="Id">Its id in the plan.</param>
/// <param name="CueId">The cue of the show.</param>
/// <param name="Name">Its sound's name.</param>
/// <param name="Kind">What its sound is for.</param>
/// <param name="ByHand">Whether it is triggered manually.</param>
/// <param name="After">The cue of the show whose end it waits for, or null.</param>
/// <param name="GapMs">How long after that end it begins.</param>
/// <param name="FadeIn">How it fades in.</param>
/// <param name="FadeOut">How it fades out where it is stopped.</param>
/// <param name="HandoverMs">How long the bed before is replaced by it, where it is a bed.</param>
/// <param name="PlaysPastSpan">Whether it goes on past its span until it has finished.</param>
/// <param name="Return">What it does when revisited.</param>
/// <param name="Duck">How beds are ducked under it; null where they do not.</param>
/// <param name="OverDb">How far a bed is above what it is to be under a voice, in dB: as far it goes down for one that does not say.</param>
/// <param name="LengthMs">How long it sounds by itself; null for without end.</param>
/// <param name="LastNumber">The number of the last slide of its span.</param>
/// <param name="Markers">The points of its sound that have names, in milliseconds from its start.</param>
public sealed record LiveCue(
    string Id, string CueId, string Name, SoundKind Kind, bool ByHand, string? After, long GapMs, Fade FadeIn, Fade FadeOut, long HandoverMs, bool PlaysPastSpan,
    CueReturn Return, LiveDuck? Duck, double OverDb, long? LengthMs, int LastNumber, ValueList<LiveMarker> Markers)
{
    /// <summary>Its pictures, where it is a video.</summary>
    public LiveVideo? Video { get; init; }
}

/// <summary>A named point of a cue.</summary>
/// <param name="Name">Its name.</param>
/// <param name="AtMs">When it comes, in milliseconds from the cue's start.</param>
public sealed record LiveMarker(string Name, long AtMs);
