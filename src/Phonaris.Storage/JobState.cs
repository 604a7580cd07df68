namespace Phonaris.Storage;

/// <summary>The states of a job.</summary>
public enum JobState
{
    /// <summary>Queued.</summary>
    Waiting,

    /// <summary>Running.</summary>
    Running,

    /// <summary>Done.</summary>
    Done,

    /// <summary>Failed; <see cref="JobRow.Problem"/> says why.</summary>
    Failed,

    /// <summary>Cancelled.</summary>
    Cancelled,
}
