using Microsoft.AspNetCore.SignalR;
using Phonaris.Storage;
using Phonaris.Web.Hosting;

namespace Phonaris.Web.Live;

/// <summary>
/// Sends events to open pages: <c>sounding</c> and <c>changed</c> (a show has a new revision), <c>job</c> (a job's progress), and to
/// presenting pages <c>press</c> (a clicker's button), <c>presented</c> and <c>presentingEnded</c> (another page presents the show).
/// </summary>
internal sealed class LiveHub(LiveRuns runs, ClickerHost clickers, ShowStore shows, OpenShows open) : Hub
{
    /// <summary>The group of the pages of a run.</summary>
    public static string RunGroup(string runId) => $"run {runId}";

    /// <summary>Follows a show; returns its revision, since it may have changed before, or null if it was deleted.</summary>
    public async Task<long?> Follow(string showId)
    {
        await Groups.AddToGroupAsync(Context.ConnectionId, showId);
        open.Open(Context.ConnectionId, showId);
        return (await shows.FindAsync(showId, Context.ConnectionAborted))?.Revision;
    }

    /// <summary>Follows a run that this page presents.</summary>
    public async Task FollowRun(string showId, string runId)
    {
        runs.Connect(new(showId, runId), Context.ConnectionId);
        open.Open(Context.ConnectionId, showId);
        await Groups.AddToGroupAsync(Context.ConnectionId, RunGroup(runId));
        if (runs.Find(showId, runId)?.Kind == RunKind.Present) await Clients.OthersInGroup(showId).SendAsync("presented", runId);
    }

    /// <inheritdoc/>
    public override async Task OnDisconnectedAsync(Exception? exception)
    {
        open.Close(Context.ConnectionId);
        if (runs.Disconnect(Context.ConnectionId) is { } page)
        {
            _ = clickers.ShutUnlessBackAsync(page.RunId, () => runs.HasPage(page.RunId));
            if (!runs.HasPage(page.RunId)) await Clients.OthersInGroup(page.ShowId).SendAsync("presentingEnded", page.RunId);
        }
        await base.OnDisconnectedAsync(exception);
    }
}
