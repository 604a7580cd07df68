using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;
using Phonaris.Core.Shows;
using Phonaris.Web.Hosting;

namespace Phonaris.Web.Live;

/// <summary>
/// Listens beyond this machine, for clickers only and only while a run is open to them: a host of its own that knows nothing but the
/// clicker's page and what that asks.
/// </summary>
internal sealed class ClickerHost(ClickerRooms rooms, IPages pages, ILogger<ClickerHost> log, TimeProvider clock) : IAsyncDisposable
{
    /// <summary>A page that lost its connection comes back within this, or it is gone.</summary>
    public static readonly TimeSpan GoneAfter = TimeSpan.FromSeconds(30);

    private readonly SemaphoreSlim _turn = new(1);
    private WebApplication? _app;

    /// <summary>Begins to listen, where it does not yet; gives the addresses of the page.</summary>
    public async Task<IReadOnlyList<string>> OpenAsync()
    {
        await _turn.WaitAsync();
        try
        {
            _app ??= await StartAsync();
            var port = new Uri(_app.Urls.First().Replace("0.0.0.0", "127.0.0.1", StringComparison.Ordinal)).Port;
            return [.. Addresses().Select(a => $"http://{a}:{port}/clicker")];
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <summary>Shuts phones out of a run, as when it has ended; listens no longer where that was the last.</summary>
    public async Task ShutAsync(string runId)
    {
        rooms.Close(runId);
        if (!rooms.Any) await CloseAsync();
    }

    /// <summary>Shuts phones out of a run whose page is gone, unless it comes back soon.</summary>
    /// <param name="runId">The run.</param>
    /// <param name="isBack">Whether it is there again.</param>
    public async Task ShutUnlessBackAsync(string runId, Func<bool> isBack)
    {
        if (rooms.Of(runId) is null) return;
        await Task.Delay(GoneAfter, clock);
        if (!isBack()) await ShutAsync(runId);
    }

    /// <summary>Listens no longer.</summary>
    public async Task CloseAsync()
    {
        await _turn.WaitAsync();
        try
        {
            if (_app is not { } app) return;
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

    private async Task<WebApplication> StartAsync()
    {
        var builder = WebApplication.CreateEmptyBuilder(new());
        builder.WebHost.UseKestrelCore().ConfigureKestrel(o =>
        {
            o.Listen(IPAddress.Any, 0);
            o.Limits.MaxRequestBodySize = ClickerEndpoints.LongestBody;
        });
        builder.Services.AddRoutingCore();
        builder.Services.AddProblemDetails();
        builder.Services.AddExceptionHandler<Problems>();
        builder.Services.AddSingleton(log);
        builder.Services.ConfigureHttpJsonOptions(o => ShowJson.Configure(o.SerializerOptions));
        var app = builder.Build();
        app.UseMiddleware<Shields>();
        app.UseExceptionHandler();
        app.UseMiddleware<SameOrigin>();
        app.UseRouting();
        app.MapClicker(rooms, pages);
        await app.StartAsync();
        log.LogInformation("Clickers can join at {Urls}", app.Urls);
        return app;
    }

    /// <summary>The addresses of this machine in its networks.</summary>
    private static IEnumerable<IPAddress> Addresses() => NetworkInterface.GetAllNetworkInterfaces()
        .Where(n => n.OperationalStatus == OperationalStatus.Up && n.NetworkInterfaceType != NetworkInterfaceType.Loopback)
        .SelectMany(n => n.GetIPProperties().UnicastAddresses)
        .Select(a => a.Address)
        .Where(a => a.AddressFamily == AddressFamily.InterNetwork);
}
