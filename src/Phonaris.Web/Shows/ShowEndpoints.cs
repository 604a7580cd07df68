using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Formats.Sheets;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Hosting;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Shows;

/// <summary>Shows: list, read, delete.</summary>
internal static class ShowEndpoints
{
    public static void MapShows(this RouteGroupBuilder api)
    {
        api.MapGet("/shows", async (ShowStore shows, CancellationToken cancel) =>
            TypedResults.Ok((await shows.ListAsync(cancel)).Select(ShowViews.Card).ToList()));

        api.MapGet("/shows/{id}", async Task<Results<ShowAnswer, NotFound>> (string id, ShowStore shows, ShowViews views, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } stored ? await views.AnswerAsync(stored, cancel) : TypedResults.NotFound());

        // A show as stored, for repairing one that cannot be opened.
        api.MapGet("/shows/{id}/written", async Task<Results<FileContentHttpResult, NotFound>> (string id, ShowStore shows, CancellationToken cancel) =>
            await shows.WrittenAsync(id, cancel) is { } json ? TypedResults.File(Encoding.UTF8.GetBytes(json), "application/json", $"show-{id}.json") : TypedResults.NotFound());

        api.MapGet("/shows/{id}/timing.{ending}", async Task<Results<ContentHttpResult, FileContentHttpResult, NotFound>> (
            string id, string ending, ShowStore shows, SoundLibrary sounds, TimedShows timed, CancellationToken cancel) =>
        {
            if (ending is not ("csv" or "html") || await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
            var sheet = TimingSheet.Of(timed.Of(stored));
            return ending == "html"
                ? TypedResults.Content(TimingSheetHtml.Of(sheet), "text/html; charset=utf-8")
                : TypedResults.File(Encoding.UTF8.GetBytes(TimingSheetCsv.Of(sheet)), "text/csv; charset=utf-8", "timing.csv");
        });

        // A deleted show is in the trash for a while, and can be restored.
        api.MapDelete("/shows/{id}", async Task<NoContent> (string id, ShowStore shows, JobRunner jobs, IEnumerable<IShowDeletionHandler> leaving, CancellationToken cancel) =>
        {
            await jobs.CancelAsync(id, _ => true, cancel);
            foreach (var one in leaving) await one.LeaveAsync(id);
            await shows.DeleteAsync(id, cancel);
            return TypedResults.NoContent();
        });

        api.MapGet("/trash", async (ShowStore shows, CancellationToken cancel) => TypedResults.Ok(await shows.TrashAsync(cancel)));

        api.MapPost("/trash/{id}/restore", async Task<Results<NoContent, NotFound>> (string id, ShowStore shows, CancellationToken cancel) =>
            await shows.FetchBackAsync(id, cancel) ? TypedResults.NoContent() : TypedResults.NotFound());

        api.MapDelete("/trash/{id}", async (string id, Housekeeping house, CancellationToken cancel) => TypedResults.Ok(new FreedSpace(await house.GiveBackAsync(id, cancel))));

        api.MapGet("/shows/{id}/span", async Task<Results<Ok<Span>, NotFound>> (string id, string typed, ShowStore shows, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } stored ? TypedResults.Ok(Spans.Parse(typed, stored.Show)) : TypedResults.NotFound());
    }
}

/// <summary>The space that was freed.</summary>
/// <param name="Bytes">How much, in bytes.</param>
public sealed record FreedSpace(long Bytes);
