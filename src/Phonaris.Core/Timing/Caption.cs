using System.Globalization;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>
/// A caption under a slide, at most two lines of 42 characters as is usual for captions. The text comes from the slide's notes; the captions of a slide share
/// its hold in proportion to their length.
/// </summary>
/// <param name="StartFrame">When it appears, counted from the first slide's beginning.</param>
/// <param name="EndFrame">When it disappears.</param>
/// <param name="Lines">Its lines, one or two.</param>
public sealed record Caption(long StartFrame, long EndFrame, ValueList<string> Lines)
{
    /// <summary>The longest line, in displayed characters.</summary>
    public const int LongestLine = 42;

    /// <summary>The most lines.</summary>
    public const int MostLines = 2;

    /// <summary>The captions of some slides of a show.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slides">Slides next to each other in the running order.</param>
    public static ValueList<Caption> Of(Show show, IReadOnlyList<SlideTime> slides)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(slides);
        return [.. slides.SelectMany(time => Shared(
            time.StartFrame - slides[0].StartFrame, time.EndFrame - slides[0].StartFrame, [.. show.Slides[time.Index].Notes.Split('\n').SelectMany(Sentences).Aggregate(new List<List<string>>(), Packed)]))];
    }

    /// <summary>Blocks of lines in order, each shown in proportion to its characters.</summary>
    private static IEnumerable<Caption> Shared(long start, long end, List<List<string>> blocks)
    {
        var all = blocks.Sum(Weight);
        var before = 0;
        foreach (var block in blocks)
        {
            var from = start + (end - start) * before / all;
            before += Weight(block);
            yield return new(from, start + (end - start) * before / all, [.. block]);
        }

        static int Weight(List<string> block) => block.Sum(Length);
    }

    /// <summary>Adds a sentence: to the last block if both fit, otherwise as blocks of its own.</summary>
    private static List<List<string>> Packed(List<List<string>> blocks, string sentence)
    {
        var lines = Lined(sentence.Split(' '));
        if (blocks is [.., var last] && Lined([.. last.SelectMany(l => l.Split(' ')), .. sentence.Split(' ')]) is { Count: <= MostLines } both) blocks[^1] = both;
        else blocks.AddRange(lines.Chunk(MostLines).Select(c => c.ToList()));
        return blocks;
    }

    /// <summary>Text broken into lines as full as possible; a word longer than a line is split.</summary>
    private static List<string> Lined(IEnumerable<string> words)
    {
        List<string> lines = [];
        foreach (var word in words.SelectMany(Broken))
            if (lines is [.., var last] && Length(last) + 1 + Length(word) <= LongestLine) lines[^1] = $"{last} {word}";
            else lines.Add(word);
        return lines;
    }

    private static IEnumerable<string> Broken(string word)
    {
        var text = new StringInfo(word);
        for (var at = 0; at < text.LengthInTextElements; at += LongestLine) yield return text.SubstringByTextElements(at, Math.Min(LongestLine, text.LengthInTextElements - at));
    }

    private static IEnumerable<string> Sentences(string paragraph)
    {
        var words = paragraph.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
        for (int from = 0, to = 1; to <= words.Length; to++)
        {
            if (to < words.Length && words[to - 1].AsSpan().TrimEnd("\"'”’»)") is not [.., '.' or '!' or '?' or '…']) continue;
            yield return string.Join(' ', words[from..to]);
            from = to;
        }
    }

    private static int Length(string text) => new StringInfo(text).LengthInTextElements;
}
