using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Timing;
using Phonaris.Exports;
using Phonaris.Formats;
using Phonaris.Media.Films;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Exports;

/// <summary>Exports: start one, follow it, download the result.</summary>
internal static class ExportEndpoints
{
    /// <summary>An exported player may run only its own code and gets an opaque origin, so that it cannot reach the app.</summary>
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
            // Invalid requests are refused at once instead of in a job.
            Export.Of(TimedShow.Of(stored.Show), asked.Slides, options);
            return TypedResults.Accepted((string?)null, await jobs.AddAsync(id, ExportShow.JobKind, stored.Show.Title, new ExportRequest(stored.Show, stored.Revision, asked), cancel));
        });

        // The estimated size and duration, from how long earlier exports took here.
        api.MapPost("/shows/{id}/exports/about", async Task<Results<Ok<AboutExport>, NotFound>> (
            string id, NewExport asked, ShowStore shows, TimedShows timed, JobStore jobs, ExportTools tools, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var export = Export.Of(timed.Of(stored), asked.Slides, asked.Options);
            var cost = ExportForms.Of(asked.Format).About(export, tools);
            var paces = (await jobs.ListAsync(id, ExportShow.JobKind, cancel)).Where(j => j.Result is not null).Select(j => ExportReport.Read(j.Result!)).Where(r => r is { Seconds: > 0, AboutSeconds: > 0 }).Select(r => r.Seconds / r.AboutSeconds).Order().ToList();
            return TypedResults.Ok(new AboutExport(export.EndFrame - export.StartFrame, cost.Bytes, cost.Seconds * (paces.Count > 0 ? paces[paces.Count / 2] : 1)));
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

/// <summary>The estimate of an export.</summary>
/// <param name="Frames">Its length, in frames at 48 kHz.</param>
/// <param name="Bytes">Its approximate size; 0 when negligible.</param>
/// <param name="Seconds">Its approximate duration.</param>
public sealed record AboutExport(long Frames, long Bytes, double Seconds);
