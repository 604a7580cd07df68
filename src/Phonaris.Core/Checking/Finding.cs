using System.Text.Json.Serialization;

namespace Phonaris.Core.Checking;

/// <summary>One thing the show should be warned about.</summary>
/// <param name="Check">The name of the check that found it.</param>
/// <param name="Severity">How severe it is.</param>
/// <param name="CueIds">The cues it is about.</param>
/// <param name="SlideId">The slide it is on; null where it is on none.</param>
/// <param name="Sentence">What it is.</param>
/// <param name="Fixes">The changes that would each put it right, the likeliest first; none where that takes more than an edit.</param>
public sealed record Finding(string Check, Severity Severity, ValueList<string> CueIds, string? SlideId, string Sentence, ValueList<Fix> Fixes)
{
    /// <summary>The sound it is about, where it is about one.</summary>
    public string? SoundId { get; init; }

    /// <summary>The figures it was about: with others it is another finding, ignored or not.</summary>
    internal string About { get; init; } = "";

    /// <summary>What is found, and with what: the same wherever its slides are moved to.</summary>
    internal string Subject => $"{Check} {(CueIds.Count > 0 ? string.Join('+', CueIds) : SoundId ?? SlideId ?? "")}";

    /// <summary>Its id: equal for as long as the same is found of the same.</summary>
    [JsonIgnore]
    public string Key => About.Length == 0 ? Subject : $"{Subject} {About}";
}
