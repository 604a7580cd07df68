using Phonaris.Media.Sounds;

namespace Phonaris.Exports.Forms;

/// <summary>The mix as a sound file; or one cue as it is cut, fitted and faded, from where it begins to where it ends.</summary>
internal sealed class SoundForm(ExportFormat format, string ending, string mediaType, SoundFileFormat file) : ExportForm(format, ending, mediaType)
{
    public override async Task<ValueList<string>> WriteAsync(Export export, ExportTools tools, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        var (schedule, start, end) = (export.Timed.Schedule, export.StartFrame, export.EndFrame);
        if (export.Options.CueId is { } cueId)
        {
            export.Timed.Show.Cue(cueId);
            schedule = schedule.Only(new HashSet<string> { cueId });
            if (schedule.Cues.Count == 0) throw new RuleException("This cue lies on no slide that is shown; lay it on some first.", "cue");
            (start, end) = (schedule.Cues.Min(c => c.StartFrame), schedule.Cues.Max(c => c.EndFrame));
        }
        await SoundEncoder.WriteAsync(schedule, tools.Sounds.Open, start, end, file, path, progress, cancel);
        return [];
    }
}
