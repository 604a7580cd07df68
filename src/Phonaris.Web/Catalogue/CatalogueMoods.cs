namespace Phonaris.Web.Catalogue;

/// <summary>How somebody on the other side of a network answers: every third time late, every fifth not at all.</summary>
/// <param name="clock">Waits.</param>
/// <param name="moody">Whether there are such moods at all.</param>
internal sealed class CatalogueMoods(TimeProvider clock, bool moody)
{
    private static readonly TimeSpan Late = TimeSpan.FromSeconds(3);

    private int _asked;

    /// <summary>Waits for an answer.</summary>
    /// <param name="who">Who is asked.</param>
    /// <param name="cancel">Stops waiting.</param>
    /// <exception cref="RuleException">There is none.</exception>
    public async Task WaitAsync(string who, CancellationToken cancel)
    {
        if (!moody) return;
        var asked = Interlocked.Increment(ref _asked);
        if (asked % 3 == 0) await Task.Delay(Late, clock, cancel);
        if (asked % 5 == 0) throw new RuleException($"{who} is not responding. Try again in a moment.");
    }
}
