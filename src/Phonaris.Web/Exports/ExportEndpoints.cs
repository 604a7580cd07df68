using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Timing;
using Phonaris.Exports;
using Phonaris.Formats;
using Phonaris.Media.Films;
using Phonaris.Storage;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Exports;

/// <summary>Exports: ask for one, watch or fetch what came out.</summary>
internal static class ExportEndpoints
{
    /// <summary>A player runs what stands in it, and nothing else; as a page of nowhere, so that it comes at nothing of the app.</summary>
    private const string PlayerPolicy =
        "sandbox allow-scripts; default-src 'none'; script-src 'unsafe-inline' data:; style-src 'unsafe-inline'; img-src data: blob:; font-src data:; base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

    public static void MapExports(this RouteGroupBuilder api)
    {
        api.MapPost("/shows/{id}/exports", async Task<Results<Accepted<JobView>, NotFound>> (
            string id, NewExport asked, ShowStore shows, JobRunner jobs, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var options = asked.Options;
            FilmSettings.Of(options.Width, options.Height, options.Fps);
            if (options.CueId is { } cueId) stored.Show.Cue(cueId);
            // What is asked for wrongly is told at once, not by a job.
            Export.Of(TimedShow.Of(stored.Show), asked.Slides, options);
            return TypedResults.Accepted((string?)null, await jobs.AddAsync(id, ExportShow.JobKind, stored.Show.Title, new AskedExport(stored.Show, stored.Revision, asked), cancel));
        });

        api.MapGet("/jobs/{id}/export", async Task<Results<Ok<ExportReport>, NotFound>> (string id, JobStore jobs, CancellationToken cancel) =>
            await jobs.FindAsync(id, cancel) is { Kind: ExportShow.JobKind, Result: { } result } ? TypedResults.Ok(ExportReport.Read(result)) : TypedResults.NotFound());

        api.MapGet("/jobs/{id}/file", async Task<Results<PhysicalFileHttpResult, NotFound>> (
            string id, bool? download, JobStore jobs, ExportedFiles files, HttpResponse response, CancellationToken cancel) =>
        {
            if (await jobs.FindAsync(id, cancel) is not { Kind: ExportShow.JobKind, Result: { } result } job) return TypedResults.NotFound();
            var report = ExportReport.Read(result);
            if (!File.Exists(files.PathOf(report.File))) return TypedResults.NotFound();
            if (report.Asked.Format == ExportFormat.PlayerHtml) response.Headers.ContentSecurityPolicy = PlayerPolicy;
            return TypedResults.PhysicalFile(
                files.PathOf(report.File), ExportForms.Of(report.Asked.Format).MediaType, download == true ? FileNames.Safe(job.Name) + Path.GetExtension(report.File) : null, enableRangeProcessing: true);
        });
    }
}
