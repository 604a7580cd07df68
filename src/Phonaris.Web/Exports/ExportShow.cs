using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media;
using Phonaris.Media.Films;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Exports;

/// <summary>The job that exports a show, as it was when it was asked for.</summary>
internal sealed class ExportShow(FilmExporter films, SoundLibrary sounds, ExportedFiles files) : IJobWork
{
    public const string JobKind = "export";

    public string Kind => JobKind;

    public bool IsLong => true;

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var (show, format, width, height, fps) = JsonSerializer.Deserialize<AskedExport>(job.Input, ShowJson.Options)!;
        await sounds.PrepareAllAsync(show, cancel);
        var file = $"{job.Id}.{format.ToString().ToLowerInvariant()}";
        var order = RunningOrder.Of(show);
        // Its sound as a WAV file is about the most that any of them takes, with what is made on the way.
        Room.Need(Path.GetDirectoryName(files.PathOf(file))!, order.TotalFrames * Frames.Channels * sizeof(float), "this export");
        if (format == ExportFormat.Mp4)
            await films.ExportAsync(show, order.Slides, FilmSettings.Of(width, height, fps), files.PathOf(file), progress, cancel);
        else
            await SoundEncoder.WriteAsync(
                Schedule.Of(show, order, sounds.Listened), sounds.Open, 0, order.TotalFrames,
                format == ExportFormat.Wav ? SoundFileFormat.Wav : SoundFileFormat.Flac, files.PathOf(file), progress, cancel);
        return file;
    }

    public void Forget(JobRow job)
    {
        if (job.Result is { } file) files.Delete(file);
    }
}

/// <summary>What the job is to make.</summary>
internal sealed record AskedExport(Show Show, ExportFormat Format, int Width, int Height, int Fps);

/// <summary>What a show can be exported as.</summary>
public enum ExportFormat
{
    /// <summary>A film: H.264 and AAC.</summary>
    Mp4,

    /// <summary>The sound alone, uncompressed.</summary>
    Wav,

    /// <summary>The sound alone, compressed without loss.</summary>
    Flac,
}
