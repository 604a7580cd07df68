using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Checking;
using Phonaris.Core.Live;
using Phonaris.Exports.Players;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Hearing;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Live;

/// <summary>Live shows: the plan, the stems, and the log of a run.</summary>
internal static class LiveEndpoints
{
    public static void MapLive(this RouteGroupBuilder api)
    {
        api.MapPost("/shows/{id}/runs", async Task<Results<Ok<NewRunView>, NotFound>> (
            string id, NewRun asked, ShowStore shows, SoundLibrary sounds, TimedShows timed, ShowViews views, LiveRuns runs, TimeProvider clock, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
            var others = runs.IsPresented(id);
            var show = timed.Of(stored);
            var run = new LiveShow(NewId.Next(), asked.Kind, stored, LivePlan.Of(show), LiveStem.OfAll(show), clock.GetUtcNow().UtcDateTime);
            runs.Add(run);
            return TypedResults.Ok(new NewRunView(
                RunView.Of(run.Id, stored.Revision, show, run.Plan, run.Stems, asked.Kind == RunKind.Present && others), await views.StrandsAsync(stored, cancel)));
        });

        // Named by what is heard in it, so it never changes.
        api.MapGet("/shows/{id}/stems/{key:regex(^[0-9a-f]+$)}/{piece:int:min(0)}", async Task<Results<PhysicalFileHttpResult, NotFound>> (
            string id, string key, int piece, ShowStore shows, SoundLibrary sounds, TimedShows timed, LiveRuns runs, StemPieces pieces, HttpResponse response, CancellationToken cancel) =>
        {
            if (pieces.Find(key, piece) is not { } path)
            {
                var stem = runs.StemOf(id, key) ?? await OfShowAsync();
                if (stem is null || piece >= StemPieces.CountOf(stem)) return TypedResults.NotFound();
                path = await pieces.GetAsync(stem, piece, cancel);
            }
            // The page keeps it itself.
            response.Headers.CacheControl = "no-store";
            return TypedResults.PhysicalFile(path, "audio/flac");

            // The server was started again since the run began.
            async Task<LiveStem?> OfShowAsync()
            {
                if (await shows.FindAsync(id, cancel) is not { } stored) return null;
                await sounds.PrepareWhatCanBeAsync(stored.Show, cancel);
                return LiveStem.OfAll(timed.Of(stored)).Select(s => s.Stem).FirstOrDefault(s => s.Key == key);
            }
        });

        api.MapPut("/shows/{id}/runs/{runId}", async Task<Results<NoContent, NotFound>> (
            string id, string runId, RunDetails told, ShowStore shows, RunStore kept, LiveRuns runs, ClickerHost clickers, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null) return TypedResults.NotFound();
            await kept.KeepAsync(runId, id, told.Kind, told.StartedAt, told.Log.Validated(), cancel);
            if (told.Ended)
            {
                runs.End(runId);
                await clickers.ShutAsync(runId);
            }
            return TypedResults.NoContent();
        });

        api.MapGet("/shows/{id}/runs", async (string id, RunStore kept, CancellationToken cancel) => TypedResults.Ok(await kept.ListAsync(id, cancel)));

        api.MapGet("/shows/{id}/runs/{runId}/report", async Task<Results<Ok<RunReportView>, NotFound>> (
            string id, string runId, ShowStore shows, MeasuredShows measured, RunStore kept, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored || await kept.FindAsync(id, runId, cancel) is not { } run) return TypedResults.NotFound();
            var findings = await measured.FindingsAsync(stored, cancel);
            return TypedResults.Ok(new RunReportView(run.Run, RunReport.Of(stored.Show, run.Log), [.. findings.Where(f => !stored.Show.IsIgnored(f))]));
        });
    }
}

/// <summary>A run to start.</summary>
/// <param name="Kind">Its kind.</param>
public sealed record NewRun(RunKind Kind);

/// <summary>A started run.</summary>
/// <param name="Run">Everything needed to present the show without the server.</param>
/// <param name="Strands">The cues for the presenter's timeline.</param>
public sealed record NewRunView(RunView Run, IReadOnlyList<StrandView> Strands);

/// <summary>A run as reported by its page.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="StartedAt">When it began, in UTC.</param>
/// <param name="Ended">Whether it has ended.</param>
/// <param name="Log">Its log.</param>
public sealed record RunDetails(string Kind, DateTime StartedAt, bool Ended, RunLog Log);

/// <summary>The report of a run.</summary>
/// <param name="Run">The run.</param>
/// <param name="Report">The report.</param>
/// <param name="Findings">The findings in the show, without ignored ones.</param>
public sealed record RunReportView(StoredRun Run, RunReport Report, IReadOnlyList<Finding> Findings);
