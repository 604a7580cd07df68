using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Formats.Sheets;

/// <summary>The sheet of the music used, for rights holders: as CSV, and as a page to print.</summary>
public static class MusicSheet
{
    private static readonly string[] Columns = ["Title", "Author", "Source", "Licence", "Kind", "From", "To", "Length"];

    /// <summary>The sheet as CSV.</summary>
    public static string Csv(MusicUsed music)
    {
        ArgumentNullException.ThrowIfNull(music);
        return SheetCsv.Of(Columns, music.Uses.Select(Cells));
    }

    /// <summary>The sheet as a page.</summary>
    public static string Html(MusicUsed music)
    {
        ArgumentNullException.ThrowIfNull(music);
        return SheetPage.Of(
            music.Title, "music used", $"Running time {Wording.Time(music.TotalFrames)}", Columns,
            music.Uses.Select(use => $"<tr>{string.Concat(Cells(use).Select((cell, k) => k < 4 ? $"<td>{SheetPage.Text(cell)}</td>" : $"<td class=\"t\">{cell}</td>"))}</tr>"));
    }

    private static string[] Cells(MusicUse use) =>
    [
        use.Title, Known(use.Author), Known(use.Source), Known(use.Licence), use.Kind.ToString().ToLowerInvariant(),
        use.ByHand ? "manual" : Wording.Time(use.StartFrame), use.ByHand ? "" : Wording.Time(use.EndFrame), Wording.Time(use.EndFrame - use.StartFrame),
    ];

    private static string Known(string said) => said.Length > 0 ? said : "unknown";
}
