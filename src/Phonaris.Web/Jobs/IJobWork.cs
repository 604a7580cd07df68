using Phonaris.Storage;

namespace Phonaris.Web.Jobs;

/// <summary>What a kind of job does.</summary>
internal interface IJobWork
{
    /// <summary>The kind, as kept.</summary>
    string Kind { get; }

    /// <summary>Whether it may go on for minutes and nobody waits to work on with what comes of it: it waits for its like, and nothing else waits for it.</summary>
    bool IsLong => false;

    /// <summary>Does the work; doing it again does no harm. Returns the result to keep, if any.</summary>
    /// <exception cref="RuleException">It cannot be done; the message is for the person.</exception>
    Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel);

    /// <summary>Takes away what an ended job left beside its result, as it is forgotten.</summary>
    void Forget(JobRow job)
    {
    }
}
