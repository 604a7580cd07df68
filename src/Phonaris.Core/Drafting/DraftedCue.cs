using Phonaris.Core.Shows;

namespace Phonaris.Core.Drafting;

/// <summary>A proposed cue.</summary>
/// <param name="CueId">Its id.</param>
/// <param name="SoundId">Its sound.</param>
/// <param name="Name">Its sound's name.</param>
/// <param name="Kind">The kind of sound.</param>
/// <param name="First">Its first slide.</param>
/// <param name="Last">Its last slide.</param>
/// <param name="Where">Its slides, as text.</param>
/// <param name="Why">Why it is placed there, with which settings.</param>
public sealed record DraftedCue(string CueId, string SoundId, string Name, SoundKind Kind, string First, string Last, string Where, string Why);
