using Phonaris.Web.Shows;

namespace Phonaris.Web.Live;

/// <summary>Disconnects the clickers of a show when it is deleted.</summary>
internal sealed class DisconnectClickers(LiveRuns runs, ClickerHost clickers) : IShowDeletionHandler
{
    public async Task LeaveAsync(string showId)
    {
        foreach (var run in runs.Of(showId)) await clickers.ShutAsync(run);
    }
}
