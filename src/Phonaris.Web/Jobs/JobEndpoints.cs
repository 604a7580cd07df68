using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Storage;

namespace Phonaris.Web.Jobs;

/// <summary>Jobs: list, cancel, delete.</summary>
internal static class JobEndpoints
{
    public static void MapJobs(this RouteGroupBuilder api)
    {
        api.MapGet("/shows/{id}/jobs", async (string id, JobStore jobs, CancellationToken cancel) =>
            TypedResults.Ok((await jobs.ListAsync(id, null, cancel)).Select(JobView.Of).ToList()));

        api.MapPost("/jobs/{id}/cancel", async Task<NoContent> (string id, JobRunner runner) =>
        {
            await runner.CancelAsync(id);
            return TypedResults.NoContent();
        });

        api.MapDelete("/jobs/{id}", async Task<NoContent> (string id, JobRunner runner, CancellationToken cancel) =>
        {
            await runner.ForgetAsync(id, cancel);
            return TypedResults.NoContent();
        });
    }
}
