using System.Text.Json;
using Phonaris.Core;
using Phonaris.Core.Shows;
using Phonaris.Media.Pictures;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Bringing;

/// <summary>The job that draws the pictures of new slides ahead of need. A page can ask for any of them meanwhile.</summary>
internal sealed class DrawDeck(SlidePictures pictures) : IJobWork
{
    /// <summary>The width of pictures in the run sheet, in pixels: twice as they are shown, for fine screens.</summary>
    public const int RowWidth = 320;

    public string Kind => "deck";

    public static Task QueueAsync(JobRunner jobs, string showId, string name, IEnumerable<Slide> slides, CancellationToken cancel) =>
        jobs.AddAsync<ValueList<PictureSource>>(showId, "deck", name, [.. slides.Select(s => s.Picture)], cancel);

    public async Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel)
    {
        var sources = JsonSerializer.Deserialize<ValueList<PictureSource>>(job.Input, ShowJson.Options)!;
        await pictures.PrepareAsync(sources, RowWidth, progress, cancel);
        return null;
    }
}
