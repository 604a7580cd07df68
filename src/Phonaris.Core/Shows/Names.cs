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
        var bare = Path.GetFileNameWithoutExtension(Plain(fileName).Replace('\\', '/'));
        var words = Separators().Replace(LeadingNumber().Replace(bare, ""), " ").Trim();
        if (words.Length == 0) words = bare.Length > 0 ? bare : "Untitled";
        words = Short(words, Longest);
        return char.ToUpperInvariant(words[0]) + words[1..];
    }

    /// <summary>A text without control characters and without marks that turn the direction of writing.</summary>
    public static string Plain(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        return Unseen().Replace(text, "");
    }

    /// <summary>As <see cref="Plain"/>, keeping line breaks; a tab becomes a blank, and half a character of a pair is left out: no XML document can hold it.</summary>
    public static string PlainLines(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        if (!NotPlain().IsMatch(text)) return text;
        // A break within a paragraph comes as U+000B from where notes are often pasted.
        var lines = text.Replace('\v', '\n').Replace('\t', ' ').ReplaceLineEndings("\n").Split('\n').Select(Plain);
        return HalfPair().Replace(string.Join('\n', lines), "");
    }

    /// <summary>The beginning of a text, no pair of characters cut in half.</summary>
    /// <param name="text">The text.</param>
    /// <param name="most">How many characters it may have.</param>
    public static string Short(string text, int most)
    {
        ArgumentNullException.ThrowIfNull(text);
        if (text.Length <= most) return text;
        return text[..(most > 0 && char.IsHighSurrogate(text[most - 1]) ? most - 1 : most)];
    }

    [GeneratedRegex(@"^\d+[\s._-]+(?=\S)")]
    private static partial Regex LeadingNumber();

    [GeneratedRegex(@"[\s_-]+")]
    private static partial Regex Separators();

    [GeneratedRegex(@"[\p{Cc}\u200e\u200f\u202a-\u202e\u2066-\u2069]")]
    private static partial Regex Unseen();

    /// <summary>Whatever <see cref="PlainLines"/> changes: most texts are plain.</summary>
    [GeneratedRegex(@"[\p{Cc}\p{Cs}\u200e\u200f\u2028\u2029\u202a-\u202e\u2066-\u2069-[\n]]")]
    private static partial Regex NotPlain();

    [GeneratedRegex(@"[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]")]
    private static partial Regex HalfPair();
}
