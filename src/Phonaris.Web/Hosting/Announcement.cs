using System.Diagnostics;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.Extensions.Options;

namespace Phonaris.Web.Hosting;

/// <summary>
/// Once the app is running: prints its address, notes it in the data folder for <c>phonaris open</c>, and opens the browser where there is
/// a desktop.
/// </summary>
internal sealed class Announcement(IServer server, AppPaths paths, AccessKey key, DemoShow demo, IOptions<AppOptions> options)
{
    private static readonly string[] Displays = ["DISPLAY", "WAYLAND_DISPLAY"];

    private static readonly TimeSpan FailsWithin = TimeSpan.FromSeconds(3);

    public void Make()
    {
        // A server in a test has no address.
        var addresses = server.Features.Get<IServerAddressesFeature>()?.Addresses ?? [];
        var path = demo.IsThere ? $"/shows/{DemoShow.Id}" : "/";
        foreach (var address in addresses) Console.WriteLine($"Phonaris is at {key.AddTo(Reachable(address) + path)}");
        if (addresses.FirstOrDefault() is not { } first) return;
        PrivateFile.Write(paths.Address, key.AddTo(Reachable(first) + "/"));
        if (options.Value.Open != "off") _ = OpenAsync(key.AddTo(Reachable(first) + path));
    }

    public void Withdraw() => File.Delete(paths.Address);

    /// <summary>Opens an address in the browser of the desktop.</summary>
    /// <returns>False if there is no desktop, or no browser.</returns>
    public static async Task<bool> OpenAsync(string address)
    {
        if (Displays.All(v => string.IsNullOrEmpty(Environment.GetEnvironmentVariable(v)))) return false;
        try
        {
            using var opener = Process.Start(new ProcessStartInfo("xdg-open", [address]) { RedirectStandardOutput = true, RedirectStandardError = true })!;
            using var soon = new CancellationTokenSource(FailsWithin);
            await opener.WaitForExitAsync(soon.Token);
            return opener.ExitCode == 0;
        }
        catch (OperationCanceledException)
        {
            // Where xdg-open is the one that runs the browser, it ends with it.
            return true;
        }
        catch (System.ComponentModel.Win32Exception)
        {
            // Not installed.
            return false;
        }
    }

    /// <summary>An address that listens everywhere is reached on this machine as localhost.</summary>
    private static string Reachable(string address) => address.Replace("://0.0.0.0:", "://127.0.0.1:", StringComparison.Ordinal).Replace("://[::]:", "://[::1]:", StringComparison.Ordinal);
}
