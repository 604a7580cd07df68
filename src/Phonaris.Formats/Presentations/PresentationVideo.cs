using Phonaris.Core.Shows;

namespace Phonaris.Formats.Presentations;

/// <summary>A video on a slide.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Media">The content hash of the imported file. If the deck's slide has the same video, it takes that video's layer.</param>
/// <param name="Path">The exported file, an MP4.</param>
/// <param name="Still">The file of its poster picture.</param>
/// <param name="Box">Its position and crop, in shares of the slide's picture.</param>
/// <param name="LeadMs">The part trimmed at its beginning, in milliseconds.</param>
/// <param name="TailMs">The part trimmed at its end, in milliseconds.</param>
/// <param name="LengthMs">The length of one repeat, in milliseconds.</param>
public sealed record PresentationVideo(string Name, string Media, string Path, string Still, VideoBox Box, long LeadMs, long TailMs, long LengthMs)
{
    /// <summary>How often it loops; <see cref="Cue.FillSpan"/> until its slide ends.</summary>
    public int Rounds { get; init; } = 1;

    /// <summary>Its level, as a linear share of its own.</summary>
    public double Volume { get; init; } = 1;

    /// <summary>Whether it is muted.</summary>
    public bool Muted { get; init; }

    /// <summary>The fade-in, in milliseconds.</summary>
    public long FadeInMs { get; init; }

    /// <summary>The fade-out, in milliseconds.</summary>
    public long FadeOutMs { get; init; }

    /// <summary>What is shown after its end.</summary>
    public VideoEnd AtEnd { get; init; }

    /// <summary>The step with which it starts, from 0 for the slide itself; null if a click on it starts it.</summary>
    public int? Step { get; init; }

    /// <summary>The delay, in milliseconds.</summary>
    public long DelayMs { get; init; }
}
