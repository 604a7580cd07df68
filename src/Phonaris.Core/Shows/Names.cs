using System.Text.RegularExpressions;

namespace Phonaris.Core.Shows;

/// <summary>Names for people, made from file names.</summary>
public static partial class Names
{
    private const int Longest = 120;

    /// <summary>
    /// The display name of a file: its name without folder, extension, leading numbers and control characters, with spaces for dashes and underscores,
    /// and a capital first letter.
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

    /// <summary>A text without control characters and without characters that change the direction of writing.</summary>
    public static string Plain(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        return Unseen().Replace(text, "");
    }

    /// <summary>Like <see cref="Plain"/>, but keeps line breaks. Tabs become spaces, and unpaired surrogates are removed because no XML document can hold them.</summary>
    public static string PlainLines(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        if (!NotPlain().IsMatch(text)) return text;
        // Notes pasted from word processors have line breaks within a paragraph as U+000B.
        var lines = text.Replace('\v', '\n').Replace('\t', ' ').ReplaceLineEndings("\n").Split('\n').Select(Plain);
        return HalfPair().Replace(string.Join('\n', lines), "");
    }

    /// <summary>The beginning of a text, never splitting a surrogate pair.</summary>
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

    /// <summary>Matches the characters that <see cref="PlainLines"/> changes; most texts have none.</summary>
    [GeneratedRegex(@"[\p{Cc}\p{Cs}\u200e\u200f\u2028\u2029\u202a-\u202e\u2066-\u2069-[\n]]")]
    private static partial Regex NotPlain();

    [GeneratedRegex(@"[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]")]
    private static partial Regex HalfPair();
}
