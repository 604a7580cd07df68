using Phonaris.Web.Shows;

namespace Phonaris.Web.Live;

/// <summary>Shuts phones out of the runs of a show that is laid aside.</summary>
internal sealed class RunsLeave(LiveRuns runs, ClickerHost clickers) : IShowLeaves
{
    public async Task LeaveAsync(string showId)
    {
        foreach (var run in runs.Of(showId)) await clickers.ShutAsync(run);
    }
}
