using System.Collections.Concurrent;

namespace Phonaris.Media;

/// <summary>
/// Starts outside programs from one thread that lives as long as this process. Linux can end a program when the thread that started it ends
/// (prctl, PR_SET_PDEATHSIG), which then means: when this process ends, however it does. From a thread of the pool it would mean too early.
/// </summary>
internal static class ChildStarter
{
    private static readonly BlockingCollection<Action> Starts = [];

    static ChildStarter() => new Thread(() =>
    {
        foreach (var start in Starts.GetConsumingEnumerable()) start();
    })
    { IsBackground = true, Name = "Starts outside programs" }.Start();

    /// <summary>Words that, before a command, have it end with this process.</summary>
    public static IReadOnlyList<string> EndsWithUs { get; } = ["setpriv", "--pdeathsig", "KILL"];

    /// <summary>Starts a program.</summary>
    /// <param name="start">Starts it and returns at once.</param>
    public static Task<T> StartAsync<T>(Func<T> start)
    {
        var started = new TaskCompletionSource<T>(TaskCreationOptions.RunContinuationsAsynchronously);
        Starts.Add(() =>
        {
            try
            {
                started.SetResult(start());
            }
            catch (Exception e)
            {
                started.SetException(e);
            }
        });
        return started.Task;
    }
}
