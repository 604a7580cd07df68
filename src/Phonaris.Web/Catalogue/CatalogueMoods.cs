namespace Phonaris.Web.Catalogue;

/// <summary>Simulates a service behind a network: every third answer is late, every fifth fails.</summary>
/// <param name="clock">Measures the delays.</param>
/// <param name="moody">Whether to simulate at all.</param>
internal sealed class CatalogueMoods(TimeProvider clock, bool moody)
{
    private static readonly TimeSpan Late = TimeSpan.FromSeconds(3);

    private int _asked;

    /// <summary>Waits for an answer.</summary>
    /// <param name="who">The name of the service.</param>
    /// <param name="cancel">Stops waiting.</param>
    /// <exception cref="RuleException">The simulated failure.</exception>
    public async Task WaitAsync(string who, CancellationToken cancel)
    {
        if (!moody) return;
        var asked = Interlocked.Increment(ref _asked);
        if (asked % 3 == 0) await Task.Delay(Late, clock, cancel);
        if (asked % 5 == 0) throw new RuleException($"{who} is not responding. Try again in a moment.");
    }
}
