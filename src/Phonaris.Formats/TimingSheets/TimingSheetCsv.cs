using CsvHelper;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Formats.TimingSheets;

/// <summary>
/// Writes a timing sheet as CSV (RFC 4180): a row for each sound beside the slide it begins on, and one for a slide on which none does.
/// Times are <c>m:ss.s</c>, lengths and fades seconds. What a table program would take for a formula is written as text.
/// </summary>
public static class TimingSheetCsv
{
    private static readonly string[] Columns =
        ["Slide", "Title", "Start", "Hold", "Steps", "Sound", "Kind", "Sound starts", "Sound ends", "In", "Out", "Fade in", "Fade out", "Level"];

    /// <summary>Writes it.</summary>
    public static void Write(TimingSheet sheet, TextWriter to)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        using var csv = CsvWriter.Create(to, new CsvWriterOptions { Injection = CsvInjection.Escape }, true);
        csv.WriteHeader(Columns);
        foreach (var slide in sheet.Slides)
        {
            var steps = string.Join("; ", slide.Steps.Select(s => $"{Say.Time(s.AtFrame)} {s.Label}".TrimEnd()));
            string[] cells = [$"{slide.Number}", slide.Title, Say.Time(slide.StartFrame), Say.Seconds(slide.HoldFrames / Frames.PerMs), steps];
            if (slide.Sounds.Count == 0) csv.WriteRecord([.. cells, .. Enumerable.Repeat("", Columns.Length - cells.Length)]);
            foreach (var sound in slide.Sounds) csv.WriteRecord([.. cells, .. Cells(sound)]);
        }
    }

    private static string[] Cells(TimedSound sound) =>
    [
        sound.Name, sound.Kind.ToString().ToLowerInvariant(), sound.ByHand ? "by hand" : Say.Time(sound.StartFrame), sound.ByHand ? "" : Say.Time(sound.EndFrame),
        Say.Time(sound.InFrame), Say.Time(sound.OutFrame), Say.Seconds(sound.FadeInMs), Say.Seconds(sound.FadeOutMs), Say.Decibels(sound.LevelDb),
    ];
}
