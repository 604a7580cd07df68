using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Formats.Sheets;

namespace Phonaris.Formats.Tests;

/// <summary>Timing sheets as text.</summary>
public sealed class TimingSheetTests
{
    private static readonly TimingSheet Sheet = new("Moths <at> dusk", 20 * Frames.PerSecond, 25_000,
    [
        new(1, "=cmd|' /C calc'!A0", 0, 12 * Frames.PerSecond, true, [new("Wings", 3 * Frames.PerSecond)],
        [
            new("Dusk, \"quiet\"", SoundKind.Bed, 0, 20 * Frames.PerSecond, 48_000, 96_000, 1000, 2500, -14, false),
            new("Chime", SoundKind.Spot, 0, 48_000, 0, 48_000, 0, 0, 0, true),
        ]),
        new(2, "<script>alert(1)</script>", 12 * Frames.PerSecond, 8 * Frames.PerSecond, false, [], []),
    ]);

    [Fact]
    public void Csv_has_a_row_for_each_sound_and_no_formulas()
    {
        var lines = TimingSheetCsv.Of(Sheet).Split("\r\n", StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal("Slide,Title,Start,Hold,Steps,Sound,Kind,Sound starts,Sound ends,In,Out,Fade in,Fade out,Level", lines[0]);
        Assert.Equal(4, lines.Length);
        Assert.DoesNotContain(lines, l => l.Split(',').Any(cell => cell.TrimStart('"') is ['=' or '+' or '@' or '-', ..]));
        Assert.EndsWith("0:00.0,12.0 s,0:03.0 Wings,\"Dusk, \"\"quiet\"\"\",bed,0:00.0,0:20.0,0:01.0,0:02.0,1.0 s,2.5 s,−14.0 dB", lines[1]);
        Assert.Contains("Chime,spot,manual,,", lines[2]);
        Assert.EndsWith("0:12.0,8.0 s,,,,,,,,,,", lines[3]);
    }

    [Fact]
    public void The_page_encodes_text()
    {
        var html = TimingSheetHtml.Of(Sheet);
        Assert.Contains("Moths &lt;at&gt; dusk", html);
        Assert.Contains("&lt;script&gt;", html);
        Assert.DoesNotContain("<script", html);
        Assert.Contains("target 0:25.0", html);
    }

    [Fact]
    public void The_music_sheet_shows_missing_rights_and_has_no_formulas()
    {
        var music = new MusicUsed("Moths", 20 * Frames.PerSecond,
        [
            new("=Dusk", "Ina Fell", "", "CC-BY-4.0", SoundKind.Bed, 0, 20 * Frames.PerSecond, false),
            new("<Chime>", "", "", "", SoundKind.Spot, 48_000, 96_000, true),
        ]);
        var lines = MusicSheet.Csv(music).Split("\r\n", StringSplitOptions.RemoveEmptyEntries);
        Assert.Equal("'=Dusk,Ina Fell,unknown,CC-BY-4.0,bed,0:00.0,0:20.0,0:20.0", lines[1].Replace("\"", "", StringComparison.Ordinal));
        Assert.Equal("<Chime>,unknown,unknown,unknown,spot,manual,,0:01.0", lines[2]);
        Assert.Contains("&lt;Chime&gt;</td><td>unknown", MusicSheet.Html(music));
    }

    [Fact]
    public void A_run_sheet_has_sections_pictures_keys_and_continuing_sounds()
    {
        var picture = new PictureSource(new string('0', 64), MediaTypes.Png, 1, 16, 9);
        var html = RunSheetHtml.Of(
            new("Moths", 20 * Frames.PerSecond, [new(Sheet.Slides[0], picture, "Hush & wait", "Before", [], [new(1, "Chime")]), new(Sheet.Slides[1], picture, "", "", ["Dusk"], [])]), [[1, 2, 3], [4]]);
        Assert.Contains("src=\"data:image/png;base64,AQID\"", html);
        Assert.Contains("<kbd>1</kbd> Chime, manual", html);
        Assert.Contains("colspan=\"4\">Before<", html);
        Assert.Contains("Continues: Dusk", html);
        Assert.Contains("Hush &amp; wait", html);
        Assert.DoesNotContain("<script", html);
    }
}
