using System.Text;

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

/// <summary>Credits, worked out from the rights of the sounds.</summary>
public static class Credits
{
    /// <summary>The credit line of a sound: the one asked for, or one put together from what is known.</summary>
    public static string Line(Sound sound)
    {
        ArgumentNullException.ThrowIfNull(sound);
        var rights = sound.Rights;
        if (rights.Credit.Length > 0) return rights.Credit;
        var line = new StringBuilder($"“{(rights.Title.Length > 0 ? rights.Title : sound.Name)}”");
        if (rights.Author.Length > 0) line.Append($" by {rights.Author}");
        if (rights.Source.Length > 0) line.Append($", {rights.Source}");
        if (rights.Licence.Length > 0) line.Append($" ({rights.Licence})");
        return line.ToString();
    }

    /// <summary>The credit lines of all sounds that cues on the slides use, each once, in the order they are first heard.</summary>
    public static IReadOnlyList<string> Of(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return [.. show.Cues
            .Where(c => c.Span is not null)
            .OrderBy(c => show.SlideIndex(c.Span!.First))
            .Select(c => show.Sound(c.SoundId))
            .DistinctBy(s => s.Id)
            .Select(Line)
            .Distinct()];
    }
}
