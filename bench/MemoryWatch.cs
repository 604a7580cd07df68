using System.Diagnostics;

namespace Phonaris.Bench;

/// <summary>Looks how much memory is taken from now on: by this process, and by what it has ffmpeg do.</summary>
internal sealed class MemoryWatch : IDisposable
{
    private static readonly TimeSpan Every = TimeSpan.FromMilliseconds(50);

    private readonly Timer _timer;
    private long _most;

    public MemoryWatch() => _timer = new(_ => Look(), null, TimeSpan.Zero, Every);

    /// <summary>The most that was seen, in megabytes.</summary>
    public double MostMegabytes => Interlocked.Read(ref _most) / 1e6;

    public void Dispose() => _timer.Dispose();

    private void Look()
    {
        var now = Environment.WorkingSet;
        foreach (var process in Process.GetProcessesByName("ffmpeg"))
            using (process)
            {
                try
                {
                    now += process.WorkingSet64;
                }
                catch (InvalidOperationException)
                {
                    // It has ended meanwhile.
                }
            }
        for (var most = Interlocked.Read(ref _most); now > most; most = Interlocked.Read(ref _most)) Interlocked.CompareExchange(ref _most, now, most);
    }
}
