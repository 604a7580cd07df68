using System.Text.Json.Serialization;

namespace Phonaris.Core.Checking;

/// <summary>A problem in the show.</summary>
/// <param name="Check">The name of the check that found it.</param>
/// <param name="Severity">How severe it is.</param>
/// <param name="CueIds">The cues it is about.</param>
/// <param name="SlideId">Its slide; null for none.</param>
/// <param name="Sentence">What the problem is.</param>
/// <param name="Fixes">The edits that would each fix it, the most likely first; none when it takes more than an edit.</param>
public sealed record Finding(string Check, Severity Severity, ValueList<string> CueIds, string? SlideId, string Sentence, ValueList<Fix> Fixes)
{
    /// <summary>The sound it is about, or null.</summary>
    public string? SoundId { get; init; }

    /// <summary>The figures it was found with: with other figures it is another finding, so ignoring one does not ignore the other.</summary>
    internal string About { get; init; } = "";

    /// <summary>The check and what it is about, independent of positions.</summary>
    internal string Subject => $"{Check} {(CueIds.Count > 0 ? string.Join('+', CueIds) : SoundId ?? SlideId ?? "")}";

    /// <summary>Its id: equal as long as the same problem is found in the same place.</summary>
    [JsonIgnore]
    public string Key => About.Length == 0 ? Subject : $"{Subject} {About}";
}
