namespace Phonaris.Core.Checking;

/// <summary>One thing the show should be warned about.</summary>
/// <param name="CueIds">The cues it is about.</param>
/// <param name="SlideId">The slide it is on.</param>
/// <param name="Sentence">What it is.</param>
/// <param name="Remedy">The change that would put it right.</param>
public sealed record Finding(ValueList<string> CueIds, string SlideId, string Sentence, Remedy Remedy);
