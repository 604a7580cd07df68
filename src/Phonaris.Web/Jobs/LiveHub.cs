using Microsoft.AspNetCore.SignalR;

namespace Phonaris.Web.Jobs;

/// <summary>Tells open pages of what happens: <c>changed</c> (a show has a new revision) and <c>job</c> (a job has moved on).</summary>
internal sealed class LiveHub : Hub
{
    /// <summary>Follows a show.</summary>
    public Task Follow(string showId) => Groups.AddToGroupAsync(Context.ConnectionId, showId);
}
