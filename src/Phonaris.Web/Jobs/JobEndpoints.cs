using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Storage;
using Phonaris.Web.Exports;

namespace Phonaris.Web.Jobs;

/// <summary>Long work: list, stop, forget.</summary>
internal static class JobEndpoints
{
    public static void MapJobs(this RouteGroupBuilder api)
    {
        api.MapGet("/shows/{id}/jobs", async (string id, JobStore jobs, CancellationToken cancel) =>
            TypedResults.Ok((await jobs.ListAsync(id, cancel)).Select(JobView.Of).ToList()));

        api.MapPost("/jobs/{id}/cancel", async Task<NoContent> (string id, JobRunner runner) =>
        {
            await runner.CancelAsync(id);
            return TypedResults.NoContent();
        });

        api.MapDelete("/jobs/{id}", async Task<NoContent> (string id, JobStore jobs, JobRunner runner, ExportedFiles files, CancellationToken cancel) =>
        {
            await runner.CancelAsync(id);
            if (await jobs.FindAsync(id, cancel) is { Kind: ExportShow.JobKind, Result: { } file }) files.Delete(file);
            await jobs.DeleteAsync(id, cancel);
            return TypedResults.NoContent();
        });
    }
}
