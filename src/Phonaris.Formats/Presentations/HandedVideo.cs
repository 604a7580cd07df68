using Phonaris.Core.Shows;

namespace Phonaris.Formats.Presentations;

/// <summary>A video that lies on a slide.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Media">The content hash of the file it was imported as: where the deck's slide has that itself, it lies as far to the front.</param>
/// <param name="Path">The file that goes out, an MP4.</param>
/// <param name="Still">The file of the picture that stands for it.</param>
/// <param name="Box">Where it comes to lie and which part of its pictures is seen, in shares of the slide's picture.</param>
/// <param name="LeadMs">What is left out at its beginning, in milliseconds.</param>
/// <param name="TailMs">What is left out at its end, in milliseconds.</param>
/// <param name="LengthMs">How long once round takes, in milliseconds.</param>
public sealed record HandedVideo(string Name, string Media, string Path, string Still, VideoBox Box, long LeadMs, long TailMs, long LengthMs)
{
    /// <summary>How often it loops; <see cref="Cue.FillSpan"/> for as long as its slide stays.</summary>
    public int Rounds { get; init; } = 1;

    /// <summary>How loud it is, as a share of its own loudness.</summary>
    public double Volume { get; init; } = 1;

    /// <summary>Whether it keeps silent.</summary>
    public bool Muted { get; init; }

    /// <summary>How long it fades in, in milliseconds.</summary>
    public long FadeInMs { get; init; }

    /// <summary>How long it fades out, in milliseconds.</summary>
    public long FadeOutMs { get; init; }

    /// <summary>What is seen once it is over.</summary>
    public VideoEnd AtEnd { get; init; }

    /// <summary>The step it begins with, from 0 for the slide's own coming; null where it waits for a click on it.</summary>
    public int? Step { get; init; }

    /// <summary>How much later, in milliseconds.</summary>
    public long DelayMs { get; init; }
}
