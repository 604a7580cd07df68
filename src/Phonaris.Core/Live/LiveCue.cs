using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Live;

/// <summary>A cue in a live show.</summary>
/// <param name="Id">Its id in the plan.</param>
/// <param name="CueId">The cue of the show.</param>
/// <param name="Name">Its sound's name.</param>
/// <param name="Kind">The kind of its sound.</param>
/// <param name="ByHand">Whether it is triggered manually.</param>
/// <param name="After">The cue of the show that it follows, or null.</param>
/// <param name="GapMs">The delay after that cue's end.</param>
/// <param name="FadeIn">Its fade-in.</param>
/// <param name="FadeOut">Its fade-out when it is stopped.</param>
/// <param name="HandoverMs">The length of the crossfade from the bed before, for beds.</param>
/// <param name="PlaysPastSpan">Whether it plays past its span to its end.</param>
/// <param name="Return">What it does when its slides are revisited.</param>
/// <param name="Duck">Its ducking settings; null when beds are not ducked under it.</param>
/// <param name="OverDb">How far a bed is above its target under a voice, in dB: its depth when the voice gives none.</param>
/// <param name="LengthMs">Its own length; null for no end.</param>
/// <param name="LastNumber">The number of the last slide of its span.</param>
/// <param name="Markers">The named positions in it, in milliseconds from its start.</param>
public sealed record LiveCue(
    string Id, string CueId, string Name, SoundKind Kind, bool ByHand, string? After, long GapMs, Fade FadeIn, Fade FadeOut, long HandoverMs, bool PlaysPastSpan,
    CueReturn Return, LiveDuck? Duck, double OverDb, long? LengthMs, int LastNumber, ValueList<LiveMarker> Markers)
{
    /// <summary>Its pictures, for a video.</summary>
    public LiveVideo? Video { get; init; }
}

/// <summary>A named position in a cue.</summary>
/// <param name="Name">Its name.</param>
/// <param name="AtMs">Its position in milliseconds from the cue's start.</param>
public sealed record LiveMarker(string Name, long AtMs);
