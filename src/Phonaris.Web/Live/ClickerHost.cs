using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;
using Microsoft.AspNetCore.Connections;
using Microsoft.Extensions.Options;
using Phonaris.Core.Shows;
using Phonaris.Web.Hosting;

namespace Phonaris.Web.Live;

/// <summary>
/// Listens on the network for clickers, only while a run is open to them: a separate host that serves nothing but the
/// clicker's page and its requests.
/// </summary>
internal sealed class ClickerHost(ClickerRooms rooms, IPages pages, IOptions<AppOptions> options, ILogger<ClickerHost> log, TimeProvider clock) : IAsyncDisposable
{
    /// <summary>How long a page may be disconnected before it counts as closed.</summary>
    public static readonly TimeSpan GoneAfter = TimeSpan.FromSeconds(30);

    /// <summary>The most connections from phones and anything else in the network.</summary>
    private const int MostConnections = 100;

    private readonly SemaphoreSlim _turn = new(1);
    private WebApplication? _app;

    /// <summary>Starts listening, if necessary; returns the addresses of the page.</summary>
    public async Task<IReadOnlyList<string>> OpenAsync()
    {
        await _turn.WaitAsync();
        try
        {
            _app ??= await StartAsync();
            return [.. Named().Select(a => $"http://{a}:{PortOf(_app)}/clicker")];
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <summary>Disconnects phones from a run, for example at its end; stops listening after the last run.</summary>
    public async Task ShutAsync(string runId)
    {
        rooms.Close(runId);
        await CloseAsync(unlessNeeded: true);
    }

    /// <summary>Disconnects phones from a run whose page was closed, unless it reconnects soon.</summary>
    /// <param name="runId">The run.</param>
    /// <param name="isBack">Whether it has reconnected.</param>
    public async Task ShutUnlessBackAsync(string runId, Func<bool> isBack)
    {
        if (rooms.Of(runId) is null) return;
        await Task.Delay(GoneAfter, clock);
        if (!isBack()) await ShutAsync(runId);
    }

    /// <summary>Stops listening.</summary>
    /// <param name="unlessNeeded">Whether to continue if a run is open to phones: checked under the lock, because one may just be opening.</param>
    public async Task CloseAsync(bool unlessNeeded = false)
    {
        await _turn.WaitAsync();
        try
        {
            if (_app is not { } app || (unlessNeeded && rooms.Any)) return;
            _app = null;
            await app.StopAsync();
            await app.DisposeAsync();
        }
        finally
        {
            _turn.Release();
        }
    }

    public async ValueTask DisposeAsync()
    {
        await CloseAsync();
        _turn.Dispose();
    }

    /// <summary>On the configured port, for firewalls; if that is in use, on any.</summary>
    private async Task<WebApplication> StartAsync()
    {
        try
        {
            return await StartAsync(options.Value.ClickerPort);
        }
        catch (IOException e) when (e.InnerException is AddressInUseException)
        {
            log.LogWarning("Port {Port} is in use, so clickers join at another one, which a firewall may block. Set PHONARIS_CLICKER_PORT to a free port", options.Value.ClickerPort);
            return await StartAsync(0);
        }
    }

    private async Task<WebApplication> StartAsync(int port)
    {
        var builder = WebApplication.CreateEmptyBuilder(new());
        builder.WebHost.UseKestrelCore().ConfigureKestrel(o =>
        {
            o.Listen(IPAddress.Any, port);
            o.Limits.MaxRequestBodySize = ClickerEndpoints.LongestBody;
            o.Limits.MaxConcurrentConnections = MostConnections;
        });
        builder.Services.AddRoutingCore();
        builder.Services.AddProblemDetails();
        builder.Services.AddExceptionHandler<Problems>();
        builder.Services.AddSingleton(log);
        builder.Services.ConfigureHttpJsonOptions(o => ShowJson.Configure(o.SerializerOptions));
        var app = builder.Build();
        app.Use((context, next) =>
        {
            if (IsOurs(context.Request.Host, context.Connection.LocalPort)) return next(context);
            context.Response.StatusCode = StatusCodes.Status400BadRequest;
            return Task.CompletedTask;
        });
        app.UseMiddleware<Shields>();
        app.UseExceptionHandler();
        app.UseMiddleware<SameOrigin>();
        app.UseRouting();
        app.MapClicker(rooms, pages);
        await app.StartAsync();
        log.LogInformation("Clickers can join at {Urls}", app.Urls);
        return app;
    }

    /// <summary>Whether a request addresses this machine by IP address and port: a foreign host name may point here.</summary>
    private bool IsOurs(HostString host, int port) =>
        host.Host == options.Value.ClickerAddress
        || ((host.Port ?? 80) == port && IPAddress.TryParse(host.Host, out var address) && (IPAddress.IsLoopback(address) || Addresses().Contains(address)));

    private IEnumerable<string> Named() => options.Value.ClickerAddress is { } address ? [address] : Addresses().Select(a => a.ToString());

    private static int PortOf(WebApplication app) => new Uri(app.Urls.First().Replace("0.0.0.0", "127.0.0.1", StringComparison.Ordinal)).Port;

    /// <summary>The addresses of this machine in its networks.</summary>
    private static IEnumerable<IPAddress> Addresses() => NetworkInterface.GetAllNetworkInterfaces()
        .Where(n => n.OperationalStatus == OperationalStatus.Up && n.NetworkInterfaceType != NetworkInterfaceType.Loopback)
        // Only those with a gateway: bridges of containers and virtual machines have none.
        .OrderByDescending(n => n.GetIPProperties().GatewayAddresses.Count)
        .SelectMany(n => n.GetIPProperties().UnicastAddresses)
        .Select(a => a.Address)
        .Where(a => a.AddressFamily == AddressFamily.InterNetwork);
}
