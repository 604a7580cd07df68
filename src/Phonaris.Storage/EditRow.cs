using Phonaris.Core.Shows.Edits;

namespace Phonaris.Storage;

/// <summary>An edit in a show's history.</summary>
public sealed class EditRow
{
    /// <summary>The show it was made on.</summary>
    public required string ShowId { get; init; }

    /// <summary>Its position in the history, from 1.</summary>
    public int Position { get; init; }

    /// <summary>The edit, as <see cref="StoredJson"/> writes it.</summary>
    public required string Edit { get; init; }

    /// <summary>The edit that undoes it, in the same form.</summary>
    public required string Inverse { get; init; }

    /// <summary>The version of the format they are written in.</summary>
    public int Format { get; init; } = 1;

    /// <summary>A description of the edit.</summary>
    public required string Sentence { get; init; }

    /// <summary>Makes the row of an edit.</summary>
    internal static EditRow Of(string showId, int position, Edit edit, Edit inverse, string sentence) => new()
    {
        ShowId = showId,
        Position = position,
        Edit = StoredJson.Write(edit),
        Inverse = StoredJson.Write(inverse),
        Sentence = sentence,
        Format = StoredJson.Format,
    };
}
