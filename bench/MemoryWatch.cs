using System.Diagnostics;
using System.Globalization;

namespace Phonaris.Bench;

/// <summary>Watches the memory of this process and of its ffmpeg processes. Shared memory is divided.</summary>
internal sealed class MemoryWatch : IDisposable
{
    private static readonly TimeSpan Every = TimeSpan.FromMilliseconds(50);

    private readonly Timer _timer;
    private long _most;

    public MemoryWatch() => _timer = new(_ => Look(), null, TimeSpan.Zero, Every);

    /// <summary>The peak, in megabytes.</summary>
    public double MostMegabytes => Interlocked.Read(ref _most) / 1e6;

    public void Dispose() => _timer.Dispose();

    private void Look()
    {
        var now = Share(Environment.ProcessId);
        foreach (var process in Process.GetProcessesByName("ffmpeg"))
            using (process) now += Share(process.Id);
        for (var most = Interlocked.Read(ref _most); now > most; most = Interlocked.Read(ref _most)) Interlocked.CompareExchange(ref _most, now, most);
    }

    /// <summary>A process's proportional memory, in bytes.</summary>
    public static long Share(int process)
    {
        try
        {
            var share = File.ReadLines($"/proc/{process}/smaps_rollup").First(l => l.StartsWith("Pss:", StringComparison.Ordinal));
            return 1024 * long.Parse(share.Split(' ', StringSplitOptions.RemoveEmptyEntries)[1], CultureInfo.InvariantCulture);
        }
        catch (IOException)
        {
            // It has ended in the meantime.
            return 0;
        }
    }
}
