namespace Phonaris.Storage;

/// <summary>The kinds of users of files. Stored by name.</summary>
public enum FileUserKind
{
    /// <summary>A show: its current state, its history or one of its versions; also in the trash.</summary>
    Show,

    /// <summary>An unfinished job.</summary>
    Job,

    /// <summary>A complete upload that no show or job has taken over yet.</summary>
    Upload,

    /// <summary>A request that adds files before the show that will use them exists.</summary>
    Import,
}
