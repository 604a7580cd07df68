namespace Phonaris.Storage;

/// <summary>How far a job has come.</summary>
public enum JobState
{
    /// <summary>Waiting its turn.</summary>
    Waiting,

    /// <summary>Being worked on.</summary>
    Running,

    /// <summary>Done.</summary>
    Done,

    /// <summary>Given up; <see cref="JobRow.Problem"/> says why.</summary>
    Failed,

    /// <summary>Stopped by the person.</summary>
    Cancelled,
}
