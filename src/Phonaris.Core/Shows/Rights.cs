namespace Phonaris.Core.Shows;

/// <summary>Whose a sound is and on what terms. An empty text means: not known.</summary>
/// <param name="Title">The piece's title.</param>
/// <param name="Author">Who made it.</param>
/// <param name="Source">Where it was got from.</param>
/// <param name="Licence">An SPDX licence identifier, or free words.</param>
/// <param name="Credit">The credit line that is asked for, word by word.</param>
/// <param name="Proof">Where the permission can be looked up.</param>
public sealed record Rights(string Title, string Author, string Source, string Licence, string Credit, string Proof)
{
    /// <summary>What the clearance desk allowed; null for nothing.</summary>
    public DeskClearance? Clearance { get; init; }

    /// <summary>The id of the piece in the sound catalogue that it was taken from; null for none.</summary>
    public string? CataloguePiece { get; init; }

    /// <summary>The longest of these texts, in characters.</summary>
    public const int Longest = 1000;

    /// <summary>Nothing is known.</summary>
    public static Rights Unknown { get; } = new("", "", "", "", "", "");

    /// <summary>What is missing before the sound can be credited: <c>author</c>, <c>licence</c>.</summary>
    public IEnumerable<string> Missing()
    {
        if (Author.Length == 0 && Credit.Length == 0) yield return "author";
        if (Licence.Length == 0) yield return "licence";
    }
}
