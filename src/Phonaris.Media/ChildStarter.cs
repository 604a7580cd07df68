using System.Collections.Concurrent;

namespace Phonaris.Media;

/// <summary>
/// Starts outside programs from one thread that lives as long as this process. Linux can kill a program when the thread that started it ends
/// (prctl, PR_SET_PDEATHSIG). Started from this thread, a program ends when this process ends, however it ends. A thread of the pool would end too early.
/// </summary>
internal static class ChildStarter
{
    private static readonly BlockingCollection<Action> Starts = [];

    static ChildStarter() => new Thread(() =>
    {
        foreach (var start in Starts.GetConsumingEnumerable()) start();
    })
    { IsBackground = true, Name = "Starts outside programs" }.Start();

    /// <summary>The arguments before a command that make it end with this process.</summary>
    public static IReadOnlyList<string> EndsWithUs { get; } = ["setpriv", "--pdeathsig", "KILL"];

    /// <summary>Starts a program.</summary>
    /// <param name="start">Starts it and returns immediately.</param>
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
