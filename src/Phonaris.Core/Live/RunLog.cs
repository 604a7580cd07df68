using Phonaris.Core.Shows;

namespace Phonaris.Core.Live;

/// <summary>What happened in a run of a show, reported by the page that presented it.</summary>
/// <param name="Stays">The slides shown and for how long, in order.</param>
/// <param name="Lines">What happened, in order.</param>
public sealed record RunLog(ValueList<RunStay> Stays, ValueList<RunLine> Lines)
{
    /// <summary>The most stays and lines that are stored, and the longest line in characters.</summary>
    public const int MostEntries = 20_000, LongestLine = 500;

    /// <summary>The longest run, in milliseconds: a week.</summary>
    public const long LatestMs = 7L * 24 * 3_600_000;

    /// <summary>Checks that the log is valid.</summary>
    /// <exception cref="RuleException">It is not.</exception>
    public RunLog Validated()
    {
        if (Stays.Count > MostEntries || Lines.Count > MostEntries) throw new RuleException($"A run can have at most {MostEntries} lines.", "log");
        if (Stays.Any(s => s.AtMs is < 0 or > LatestMs || s.Ms is < 0 or > LatestMs || s.StepsMs?.Any(ms => ms < 0 || ms > LatestMs) == true) || Lines.Any(l => l.AtMs is < 0 or > LatestMs)) throw new RuleException("The times of a run must be within a week.", "log");
        if (Stays.Any(s => s.StepsMs?.Count >= Step.Most)) throw new RuleException($"A slide must have 1 to {Step.Most} steps.", "log");
        if (Lines.Any(l => l.Words.Length > LongestLine)) throw new RuleException($"A line of a run can have at most {LongestLine} characters.", "log");
        return this;
    }
}

/// <summary>A stay on a slide.</summary>
/// <param name="SlideId">The slide.</param>
/// <param name="AtMs">When it was reached, in milliseconds from the run's beginning.</param>
/// <param name="Ms">How long it lasted.</param>
public sealed record RunStay(string SlideId, long AtMs, long Ms)
{
    /// <summary>The time of each step after that, in order, from the second on; null when it was not reported.</summary>
    public ValueList<long>? StepsMs { get; init; }
}

/// <summary>An event of a run.</summary>
/// <param name="AtMs">When, in milliseconds from the run's beginning.</param>
/// <param name="SlideId">The slide it happened on.</param>
/// <param name="Words">What happened, as text.</param>
public sealed record RunLine(long AtMs, string SlideId, string Words);
