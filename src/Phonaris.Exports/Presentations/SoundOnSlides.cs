using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;

namespace Phonaris.Exports.Presentations;

/// <summary>A sound or video of a presentation file: samples with everything applied that the format cannot express, or a file with its settings, and its start.</summary>
/// <param name="Sound">The sound.</param>
/// <param name="Samples">What it plays, from frame 0 on.</param>
/// <param name="From">The first frame it plays.</param>
/// <param name="To">The frame after the last.</param>
/// <param name="First">The slide on which it starts, by its index among all slides.</param>
/// <param name="Last">The last slide on which it can play.</param>
/// <param name="Step">The step with which it starts, from 0; null to wait for a click.</param>
/// <param name="DelayMs">The delay, in milliseconds.</param>
/// <param name="Loops">Whether it loops.</param>
/// <param name="Spot">The hotspot to click, if it waits for a click.</param>
internal sealed record SoundOnSlides(Sound Sound, Schedule Samples, long From, long To, int First, int Last, int? Step, long DelayMs, bool Loops, Hotspot? Spot)
{
    /// <summary>Encoded sounds begin with a short silence, which not every program skips: loops below this size are stored as PCM.</summary>
    private const int LongestPlainLoop = 30 * Frames.PerSecond;

    private static readonly HashSet<string> Wanted = [Name];

    /// <summary>The id of the cue within <see cref="Samples"/>.</summary>
    public const string Name = "wanted";

    /// <summary>The cue, for a video: it is exported as a file with its settings, not as samples.</summary>
    public Cue? Video { get; init; }

    /// <summary>The format of its samples.</summary>
    public SoundFileFormat Format => Loops && To - From <= LongestPlainLoop ? SoundFileFormat.PlainWav : SoundFileFormat.M4a;

    /// <summary>The name of its file: equal for equal samples.</summary>
    public string FileName => $"handed/{Samples.ContentKey(From, To)}{(Format == SoundFileFormat.M4a ? ".m4a" : ".wav")}";

    /// <summary>Writes its samples.</summary>
    public Task WriteAsync(ExportTools tools, string path, CancellationToken cancel) =>
        // Without the beds that it crossfades with or that replace it.
        SoundEncoder.WriteAsync(Samples, tools.Sounds.Open, From, To, Format, path, null, cancel, Samples.Cues.Count > 1 ? Wanted : null);
}
