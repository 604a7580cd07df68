using Phonaris.Core.Shows;

namespace Phonaris.Core.Drafting;

/// <summary>A cue that is proposed.</summary>
/// <param name="CueId">Its id.</param>
/// <param name="SoundId">Its sound.</param>
/// <param name="Name">Its sound's name.</param>
/// <param name="Kind">What that is for.</param>
/// <param name="First">The first slide it would lie on.</param>
/// <param name="Last">The last.</param>
/// <param name="Where">These, in words.</param>
/// <param name="Why">Why it is placed there, and with which settings.</param>
public sealed record DraftedCue(string CueId, string SoundId, string Name, SoundKind Kind, string First, string Last, string Where, string Why);
