namespace Phonaris.Core.Shows;

/// <summary>The usage rights of a sound. An empty text means unknown.</summary>
/// <param name="Title">The piece's title.</param>
/// <param name="Author">Who made it.</param>
/// <param name="Source">Where it was obtained.</param>
/// <param name="Licence">An SPDX licence identifier, or free text.</param>
/// <param name="Credit">The credit line the owner asks for, verbatim.</param>
/// <param name="Proof">Where the permission can be checked.</param>
public sealed record Rights(string Title, string Author, string Source, string Licence, string Credit, string Proof)
{
    /// <summary>The clearance given by the desk; null for none.</summary>
    public DeskClearance? Clearance { get; init; }

    /// <summary>The id of its piece in the sound catalogue; null when it did not come from there.</summary>
    public string? CataloguePiece { get; init; }

    /// <summary>The longest of these texts, in characters.</summary>
    public const int Longest = 1000;

    /// <summary>Nothing is known.</summary>
    public static Rights Unknown { get; } = new("", "", "", "", "", "");

    /// <summary>What is missing for a credit line: <c>author</c>, <c>licence</c>.</summary>
    public IEnumerable<string> Missing()
    {
        if (Author.Length == 0 && Credit.Length == 0) yield return "author";
        if (Licence.Length == 0) yield return "licence";
    }
}
