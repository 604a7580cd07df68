using System.Diagnostics;
using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Exports;
using Phonaris.Media;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Exports;

/// <summary>The job that exports a show as it was when requested.</summary>
internal sealed class ExportShow(ExportTools tools, ExportedFiles files) : IJobWork
{
    public const string JobKind = "export";

    public string Kind => JobKind;

    public bool IsLong => true;

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var (show, revision, asked) = JsonSerializer.Deserialize<ExportRequest>(job.Input, ShowJson.Options)!;
        await tools.Sounds.PrepareAllAsync(show, cancel);
        var export = Export.Of(TimedShow.Of(show, tools.Sounds.Listened), asked.Slides, asked.Options);
        var form = ExportForms.Of(asked.Format);
        var file = $"{job.Id}{form.Ending}";
        var (about, watch) = (form.About(export, tools), Stopwatch.StartNew());
        Room.Need(Path.GetDirectoryName(files.PathOf(file))!, Math.Max(form.MostBytes(export), about.Bytes), "this export");
        var lost = await form.WriteAsync(export, tools, files.PathOf(file), progress, cancel);
        return new ExportReport(file, new FileInfo(files.PathOf(file)).Length, revision, asked, lost) { Seconds = watch.Elapsed.TotalSeconds, AboutSeconds = about.Seconds }.Written();
    }

    public void Forget(JobRow job)
    {
        if (job.Result is { } result) files.Delete(ExportReport.Read(result).File);
    }
}

/// <summary>The input of the job.</summary>
internal sealed record ExportRequest(Show Show, long Revision, NewExport Asked) : INeedsFiles
{
    IEnumerable<string> INeedsFiles.Files => ShowFiles.Of(Show);
}
