using Phonaris.Core.Shows;

namespace Phonaris.Core.Drafting;

/// <summary>A sound that a draft does not use.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="Name">Its name.</param>
/// <param name="Kind">The kind of sound.</param>
/// <param name="Why">Why it is not used.</param>
public sealed record LeftOut(string SoundId, string Name, SoundKind Kind, string Why);
