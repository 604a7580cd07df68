namespace Phonaris.Storage;

/// <summary>What can use a file. Stored by name.</summary>
public enum FileUserKind
{
    /// <summary>A show: its present state, its history or one of its versions. One in the trash too.</summary>
    Show,

    /// <summary>A job that has not ended.</summary>
    Job,

    /// <summary>An upload that is complete and that no show or job has taken over yet.</summary>
    Upload,

    /// <summary>A request that adds files before the show that will use them exists.</summary>
    Import,
}
