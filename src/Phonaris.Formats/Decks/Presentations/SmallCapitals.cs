using System.Globalization;
using Phonaris.Core.Drawings;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>Small capitals: lowercase letters as capitals of four fifths of the size.</summary>
internal static class SmallCapitals
{
    private const double Size = 0.8;

    /// <summary>The pieces of a run, alternately at full size and smaller.</summary>
    public static IEnumerable<TextRun> Of(TextRun run)
    {
        for (var from = 0; from < run.Text.Length;)
        {
            var small = char.IsLower(run.Text[from]);
            var to = from + 1;
            while (to < run.Text.Length && char.IsLower(run.Text[to]) == small) to++;
            var text = run.Text[from..to];
            yield return small ? run with { Text = text.ToUpper(CultureInfo.InvariantCulture), Size = run.Size * Size } : run with { Text = text };
            from = to;
        }
    }
}
