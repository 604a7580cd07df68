using Phonaris.Storage;

namespace Phonaris.Web.Jobs;

/// <summary>The work of a kind of job.</summary>
internal interface IJobWork
{
    /// <summary>The stored name of the kind.</summary>
    string Kind { get; }

    /// <summary>Whether it may take minutes while nobody waits for its result: such jobs wait for each other, and nothing waits for them.</summary>
    bool IsLong => false;

    /// <summary>Does the work; repeating it must be harmless. Returns the result to store, if any.</summary>
    /// <exception cref="RuleException">It failed; the message is for the user.</exception>
    Task<string?> RunAsync(JobRow job, IProgress<double> progress, CancellationToken cancel);

    /// <summary>Deletes what a finished job left besides its result.</summary>
    void Forget(JobRow job)
    {
    }
}
