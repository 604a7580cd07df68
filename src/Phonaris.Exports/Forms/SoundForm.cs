using Phonaris.Media.Sounds;

namespace Phonaris.Exports.Forms;

/// <summary>The mix as a sound file, or one cue with its trim, fit and fades, from its start to its end.</summary>
internal sealed class SoundForm(ExportFormat format, string ending, string mediaType, SoundFileFormat file) : ExportForm(format, ending, mediaType)
{
    // Bytes, and seconds of work, per second of sound.
    private static (double Bytes, double Seconds) RateOf(SoundFileFormat file) => file switch
    {
        SoundFileFormat.Wav => (288_000, 0.005),
        SoundFileFormat.Flac => (130_000, 0.006),
        SoundFileFormat.Mp3 => (32_000, 0.018),
        SoundFileFormat.Opus => (22_000, 0.017),
        _ => (29_000, 0.03),
    };

    public override ExportCost About(Export export, ExportTools tools)
    {
        var (bytes, work) = RateOf(file);
        var seconds = export.Options.CueId is { } cueId ? (double)export.Timed.Schedule.Only(new HashSet<string> { cueId }).Cues.Sum(c => c.LengthFrames) / Frames.PerSecond : SecondsOf(export);
        return new((long)(bytes * seconds), work * seconds);
    }

    public override async Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var (schedule, start, end) = (export.Timed.Schedule, export.StartFrame, export.EndFrame);
        if (export.Options.CueId is { } cueId)
        {
            export.Timed.Show.Cue(cueId);
            schedule = schedule.Only(new HashSet<string> { cueId });
            if (schedule.Cues.Count == 0) throw new RuleException("All slides of this cue are hidden. Place it on others first.", "cue");
            (start, end) = (schedule.Cues.Min(c => c.StartFrame), schedule.Cues.Max(c => c.EndFrame));
        }
        await SoundEncoder.WriteAsync(schedule, tools.Sounds.Open, start, end, file, path, progress, cancel);
        return [];
    }
}
