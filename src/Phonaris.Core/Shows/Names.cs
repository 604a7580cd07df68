using System.Text.RegularExpressions;

namespace Phonaris.Core.Shows;

/// <summary>Names for people, from names of files.</summary>
public static partial class Names
{
    private const int Longest = 120;

    /// <summary>
    /// What a file is called in the show: its name without folder, ending, leading numbers and control characters, dashes and underscores as spaces,
    /// beginning with a capital letter.
    /// </summary>
    public static string FromFile(string fileName)
    {
        ArgumentNullException.ThrowIfNull(fileName);
        var bare = Path.GetFileNameWithoutExtension(Plain(fileName));
        var words = Separators().Replace(LeadingNumber().Replace(bare, ""), " ").Trim();
        if (words.Length == 0) words = bare.Length > 0 ? bare : "Untitled";
        words = words.Length > Longest ? words[..Longest] : words;
        return char.ToUpperInvariant(words[0]) + words[1..];
    }

    /// <summary>A text without control characters and without marks that turn the direction of writing.</summary>
    public static string Plain(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        return Unseen().Replace(text, "");
    }

    /// <summary>As <see cref="Plain"/>, keeping line breaks.</summary>
    public static string PlainLines(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        return string.Join('\n', text.ReplaceLineEndings("\n").Split('\n').Select(Plain));
    }

    [GeneratedRegex(@"^\d+[\s._-]+(?=\S)")]
    private static partial Regex LeadingNumber();

    [GeneratedRegex(@"[\s_-]+")]
    private static partial Regex Separators();

    [GeneratedRegex(@"[\p{Cc}\u200e\u200f\u202a-\u202e\u2066-\u2069]")]
    private static partial Regex Unseen();
}
