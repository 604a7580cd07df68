using Phonaris.Core.Shows;

namespace Phonaris.Core.Drafting;

/// <summary>A sound that a draft leaves unused.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="Name">Its name.</param>
/// <param name="Kind">What it is for.</param>
/// <param name="Why">Why there is no place for it.</param>
public sealed record LeftOut(string SoundId, string Name, SoundKind Kind, string Why);
