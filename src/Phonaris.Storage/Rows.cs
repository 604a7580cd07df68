namespace Phonaris.Storage;

/// <summary>A show as kept.</summary>
public sealed class ShowRow
{
    /// <summary>What names it.</summary>
    public required string Id { get; init; }

    /// <summary>Its title, for lists.</summary>
    public required string Title { get; set; }

    /// <summary>Counts its changes; undoing is one too.</summary>
    public long Revision { get; set; }

    /// <summary>How many of its edits are applied; those beyond are there to be redone.</summary>
    public int Applied { get; set; }

    /// <summary>The show, as <see cref="StoredJson"/> writes it.</summary>
    public required string Json { get; set; }

    /// <summary>The number of the format it is written in.</summary>
    public int Format { get; set; } = 1;

    /// <summary>When it was changed last, in UTC.</summary>
    public DateTime ChangedAt { get; set; }

    /// <summary>When it was deleted, in UTC: it lies aside since then; null for one that is there.</summary>
    public DateTime? DeletedAt { get; set; }
}

/// <summary>An edit in a show's history.</summary>
public sealed class EditRow
{
    /// <summary>The show it was made on.</summary>
    public required string ShowId { get; init; }

    /// <summary>Its place in the history, from 1.</summary>
    public int Position { get; init; }

    /// <summary>The edit, as <see cref="StoredJson"/> writes it.</summary>
    public required string Edit { get; init; }

    /// <summary>The edit that undoes it, likewise.</summary>
    public required string Inverse { get; init; }

    /// <summary>The number of the format they are written in.</summary>
    public int Format { get; init; } = 1;

    /// <summary>What it did, in words.</summary>
    public required string Sentence { get; init; }
}

/// <summary>What a revision of a show touched, so that edits made on an older one can be merged or told.</summary>
public sealed class ChangeRow
{
    /// <summary>The show.</summary>
    public required string ShowId { get; init; }

    /// <summary>The revision that the change made.</summary>
    public long Revision { get; init; }

    /// <summary>The things touched, one a line.</summary>
    public required string Touches { get; init; }

    /// <summary>The page that made it; null for nobody in particular.</summary>
    public string? Sender { get; init; }

    /// <summary>What it did, in words.</summary>
    public required string Sentence { get; init; }
}

/// <summary>A show as it was once, kept under a name.</summary>
public sealed class VersionRow
{
    /// <summary>What names it.</summary>
    public required string Id { get; init; }

    /// <summary>The show it is of.</summary>
    public required string ShowId { get; init; }

    /// <summary>What the person calls it.</summary>
    public required string Name { get; init; }

    /// <summary>The show, as <see cref="StoredJson"/> writes it.</summary>
    public required string Json { get; init; }

    /// <summary>The number of the format it is written in.</summary>
    public int Format { get; init; } = 1;

    /// <summary>When it was kept, in UTC.</summary>
    public DateTime CreatedAt { get; init; }
}

/// <summary>Settings a person keeps for cues.</summary>
public sealed class ReadyMadeRow
{
    /// <summary>What names them.</summary>
    public required string Id { get; init; }

    /// <summary>The settings in JSON, a <see cref="Core.Shows.ReadyMade"/>.</summary>
    public required string Json { get; init; }

    /// <summary>When they were kept, in UTC.</summary>
    public DateTime CreatedAt { get; init; }
}

/// <summary>What a run of a show was like.</summary>
public sealed class RunRow
{
    /// <summary>What names it.</summary>
    public required string Id { get; init; }

    /// <summary>The show that was shown.</summary>
    public required string ShowId { get; init; }

    /// <summary>What it was for.</summary>
    public required string Kind { get; init; }

    /// <summary>When it began, in UTC.</summary>
    public DateTime StartedAt { get; init; }

    /// <summary>What happened, in JSON, a <see cref="Core.Live.RunLog"/>.</summary>
    public required string Log { get; set; }
}

/// <summary>A piece of long work.</summary>
public sealed class JobRow
{
    /// <summary>What names it.</summary>
    public required string Id { get; init; }

    /// <summary>The show it is for.</summary>
    public required string ShowId { get; init; }

    /// <summary>What it does.</summary>
    public required string Kind { get; init; }

    /// <summary>What the person calls it, such as the file's name.</summary>
    public required string Name { get; init; }

    /// <summary>What it needs to know, in JSON.</summary>
    public required string Input { get; init; }

    /// <summary>How far it has come.</summary>
    public JobState State { get; set; }

    /// <summary>How often it was begun and neither ended nor was put aside in order: what killed the server counts.</summary>
    public int Attempts { get; set; }

    /// <summary>The fraction done.</summary>
    public double Progress { get; set; }

    /// <summary>What went wrong, in words, or null.</summary>
    public string? Problem { get; set; }

    /// <summary>What came out, such as a file's name, or null.</summary>
    public string? Result { get; set; }

    /// <summary>When it was asked for, in UTC.</summary>
    public DateTime CreatedAt { get; init; }
}

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
