using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;

namespace Phonaris.Exports.Presentations;

/// <summary>A sound or a video as a presentation file plays it: samples with all in them that such a file cannot say, or a file with its settings, and where it begins.</summary>
/// <param name="Sound">The sound.</param>
/// <param name="Samples">What sounds, from frame 0 on.</param>
/// <param name="From">The first frame of that.</param>
/// <param name="To">The frame after the last.</param>
/// <param name="First">The slide it begins on, by its position among all slides.</param>
/// <param name="Last">The slide it ends on at the latest.</param>
/// <param name="Step">The step it begins with, from 0; null where it waits for a click.</param>
/// <param name="DelayMs">How much later, in milliseconds.</param>
/// <param name="Loops">Whether it loops.</param>
/// <param name="Spot">The place that is clicked, where it waits for that.</param>
internal sealed record SoundOnSlides(Sound Sound, Schedule Samples, long From, long To, int First, int Last, int? Step, long DelayMs, bool Loops, Hotspot? Spot)
{
    /// <summary>Coded sounds have a little silence before them, which not every program leaves out: what loops and is not too heavy is kept as it is.</summary>
    private const int LongestPlainLoop = 30 * Frames.PerSecond;

    private static readonly HashSet<string> Wanted = [Name];

    /// <summary>What the cue is called within <see cref="Samples"/>.</summary>
    public const string Name = "wanted";

    /// <summary>The cue, where it is a video: it goes out as a file with its settings, not as samples.</summary>
    public Cue? Video { get; init; }

    /// <summary>How its samples are kept.</summary>
    public SoundFileFormat Format => Loops && To - From <= LongestPlainLoop ? SoundFileFormat.PlainWav : SoundFileFormat.M4a;

    /// <summary>The name of its file: the same for the same samples.</summary>
    public string FileName => $"handed/{Samples.ContentKey(From, To)}{(Format == SoundFileFormat.M4a ? ".m4a" : ".wav")}";

    /// <summary>Writes its samples.</summary>
    public Task WriteAsync(ExportTools tools, string path, CancellationToken cancel) =>
        // The beds it is replaced by or follows with a crossfade are not to be heard here.
        SoundEncoder.WriteAsync(Samples, tools.Sounds.Open, From, To, Format, path, null, cancel, Samples.Cues.Count > 1 ? Wanted : null);
}
