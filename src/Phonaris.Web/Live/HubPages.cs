using Microsoft.AspNetCore.SignalR;
using Phonaris.Web.Hosting;

namespace Phonaris.Web.Live;

/// <summary>Sends messages to pages through the hub they are connected to.</summary>
internal sealed class HubPages(IHubContext<LiveHub> hub) : IPages
{
    public Task TellAsync(string group, string what, params object?[] said) => hub.Clients.Group(group).SendCoreAsync(what, said);
}
