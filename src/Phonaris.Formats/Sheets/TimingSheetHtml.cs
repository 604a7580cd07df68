using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Formats.Sheets;

/// <summary>A timing sheet as a page to read or print.</summary>
public static class TimingSheetHtml
{
    /// <summary>The page.</summary>
    public static string Of(TimingSheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        return SheetPage.Of(
            sheet.Title, "timing sheet", $"{sheet.Slides.Count} slides, running time {Wording.Time(sheet.TotalFrames)}{(sheet.TargetMs is { } ms ? $", target {Wording.Time(Frames.FromMs(ms))}" : "")}",
            ["Slide", "Start", "Hold", "Steps", "Sounds"],
            sheet.Slides.Select(slide =>
                $"<tr><td><b>{slide.Number}</b> {SheetPage.Text(slide.Title)}</td><td class=\"t\">{Wording.Time(slide.StartFrame)}</td>"
                + $"<td class=\"t\">{Wording.Seconds(slide.HoldFrames / Frames.PerMs)}{(slide.Locked ? "<small>locked</small>" : "")}</td><td>{Steps(slide)}</td><td>{Sounds(slide)}</td></tr>"));
    }

    /// <summary>The steps of a slide.</summary>
    internal static string Steps(TimedSlide slide) => SheetPage.List(slide.Steps.Select(s => $"<span class=\"t\">{Wording.Time(s.AtFrame)}</span> {SheetPage.Text(s.Label)}"));

    /// <summary>The sounds that start on a slide.</summary>
    internal static string Sounds(TimedSlide slide) => SheetPage.List(slide.Sounds.Select(Sound));

    private static string Sound(TimedSound sound) =>
        $"<b>{SheetPage.Text(sound.Name)}</b>, {sound.Kind.ToString().ToLowerInvariant()}, <span class=\"t\">{(sound.ByHand ? "manual" : $"{Wording.Time(sound.StartFrame)} to {Wording.Time(sound.EndFrame)}")}</span>"
        + $"<small>in {Wording.Time(sound.InFrame)}, out {Wording.Time(sound.OutFrame)}, {Fades(sound)}{Wording.Decibels(sound.LevelDb)}</small>";

    private static string Fades(TimedSound sound) =>
        (sound.CrossfadesFrom is { } before ? $"crossfades from {SheetPage.Text(before)} over {Wording.Seconds(sound.FadeInMs)}, " : sound.FadeInMs > 0 ? $"fades in {Wording.Seconds(sound.FadeInMs)}, " : "")
        + (sound.FadeOutMs > 0 ? $"fades out {Wording.Seconds(sound.FadeOutMs)}, " : "");
}
