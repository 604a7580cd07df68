using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Media.Films;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Exports;

/// <summary>Exports: ask for one, watch or fetch what came out.</summary>
internal static class ExportEndpoints
{
    public static void MapExports(this RouteGroupBuilder api)
    {
        api.MapPost("/shows/{id}/exports", async Task<Results<Accepted<JobView>, NotFound>> (
            string id, NewExport asked, ShowStore shows, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            if (RunningOrder.Of(stored.Show).Slides.Count == 0) throw new RuleException("There are no slides to export yet. Bring in a deck first.");
            FilmSettings.Of(asked.Width, asked.Height, asked.Fps);
            var name = stored.Show.Title;
            var input = new AskedExport(stored.Show, asked.Format, asked.Width, asked.Height, asked.Fps);
            return TypedResults.Accepted((string?)null, await jobs.AddAsync(id, ExportShow.JobKind, name, input, cancel));
        });

        api.MapGet("/jobs/{id}/file", async Task<Results<PhysicalFileHttpResult, NotFound>> (
            string id, bool? download, JobStore jobs, ExportedFiles files, CancellationToken cancel) =>
        {
            if (await jobs.FindAsync(id, cancel) is not { Kind: ExportShow.JobKind, Result: { } file } job || !File.Exists(files.PathOf(file)))
                return TypedResults.NotFound();
            var ending = Path.GetExtension(file);
            var type = ending switch { ".mp4" => "video/mp4", ".wav" => "audio/wav", _ => "audio/flac" };
            return TypedResults.PhysicalFile(
                files.PathOf(file), type, download == true ? SafeName(job.Name) + ending : null, enableRangeProcessing: true);
        });
    }

    private static string SafeName(string title)
    {
        var name = new string([.. Names.Plain(title).Select(c => Path.GetInvalidFileNameChars().Contains(c) || c is '"' or '\\' ? ' ' : c)]).Trim();
        return name.Length > 0 ? name : "show";
    }
}

/// <summary>An export to make.</summary>
/// <param name="Format">What to make.</param>
/// <param name="Width">A film's width in pixels.</param>
/// <param name="Height">A film's height in pixels.</param>
/// <param name="Fps">A film's pictures a second.</param>
public sealed record NewExport(ExportFormat Format, int Width, int Height, int Fps);
