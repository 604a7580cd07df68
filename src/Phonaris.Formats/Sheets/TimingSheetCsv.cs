using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Formats.Sheets;

/// <summary>
/// A timing sheet as CSV: a row for each sound, with the slide on which it starts, and a row for each slide without a sound. Times are <c>m:ss.s</c>,
/// lengths and fades are in seconds.
/// </summary>
public static class TimingSheetCsv
{
    private static readonly string[] Columns =
        ["Slide", "Title", "Start", "Hold", "Steps", "Sound", "Kind", "Sound starts", "Sound ends", "In", "Out", "Fade in", "Fade out", "Level"];

    /// <summary>The sheet as text.</summary>
    public static string Of(TimingSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        return SheetCsv.Of(Columns, sheet.Slides.SelectMany(Rows));
    }

    private static IEnumerable<string[]> Rows(TimedSlide slide)
    {
        var steps = string.Join("; ", slide.Steps.Select(s => $"{Wording.Time(s.AtFrame)} {s.Label}".TrimEnd()));
        string[] cells = [$"{slide.Number}", slide.Title, Wording.Time(slide.StartFrame), Wording.Seconds(slide.HoldFrames / Frames.PerMs), steps];
        return slide.Sounds.Count == 0 ? [[.. cells, .. Enumerable.Repeat("", Columns.Length - cells.Length)]] : slide.Sounds.Select(s => (string[])[.. cells, .. Cells(s)]);
    }

    private static string[] Cells(TimedSound sound) =>
    [
        sound.Name, sound.Kind.ToString().ToLowerInvariant(), sound.ByHand ? "manual" : Wording.Time(sound.StartFrame), sound.ByHand ? "" : Wording.Time(sound.EndFrame),
        Wording.Time(sound.InFrame), Wording.Time(sound.OutFrame), Wording.Seconds(sound.FadeInMs), Wording.Seconds(sound.FadeOutMs), Wording.Decibels(sound.LevelDb),
    ];
}
