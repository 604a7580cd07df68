using Phonaris.Core.Shows;

namespace Phonaris.Core.Tests;

public class NamingTests
{
    [Theory]
    [InlineData("03 - moth_wings.PNG", "Moth wings")]
    [InlineData("slide-10.png", "Slide 10")]
    [InlineData("2024.mp3", "2024")]
    [InlineData("\u202Egnp.exe\u0007.wav", "Gnp.exe")]
    [InlineData(".wav", "Untitled")]
    [InlineData("---.wav", "---")]
    [InlineData(@"C:\Music\02 rain.wav", "Rain")]
    public void File_names_become_readable_names(string file, string name) => Assert.Equal(name, Names.FromFile(file));

    [Fact]
    public void Times_levels_and_spans_have_one_format()
    {
        Assert.Equal("1:01.9", Wording.Time(62 * Frames.PerSecond - 1));
        Assert.Equal("−14.0 dB", Wording.Decibels(-14));
        Assert.Equal("0.0 dB", Wording.Decibels(-0.04));
        Assert.Equal("1.25 s", Wording.Seconds(1250));
        var show = Shows.Of(3) with { Slides = [Shows.Slide("a"), Shows.Slide("b", hidden: true), Shows.Slide("c")] };
        Assert.Equal("slides 1–3", Wording.Span(show, new("a", "c")));
        Assert.Equal("parked", Wording.Span(show, null));
    }

    [Fact]
    public void A_long_name_is_cut_between_characters()
    {
        // A character outside the basic plane is two UTF-16 units.
        var name = Names.FromFile(new string('a', 119) + "🦋🦋.wav");
        Assert.Equal(119, name.Length);
        Assert.Equal(name, Names.PlainLines(name));
    }

    [Theory]
    [InlineData(SoundKind.Bed, -22.0, -2.0, 0.0)]
    [InlineData(SoundKind.Bed, -10.2, -2.0, -11.8)]
    [InlineData(SoundKind.Voice, -23.0, -20.0, 7.0)]
    // Its peaks leave room for one decibel.
    [InlineData(SoundKind.Voice, -23.0, -2.0, 1.0)]
    [InlineData(SoundKind.Voice, -50.0, -40.0, 24.0)]
    [InlineData(SoundKind.Spot, -6.0, -2.0, -8.0)]
    public void A_dropped_sound_is_set_to_the_loudness_of_its_kind(SoundKind kind, double lufs, double peakDbtp, double level)
    {
        // A spot is measured by its loudest 400 ms, which are 2 LU off here.
        var sound = Shows.Sound("a", 48_000, kind);
        sound = sound with { Figures = sound.Figures with { LoudnessLufs = lufs, LoudestLufs = lufs - 2, TruePeakDbtp = peakDbtp } };
        Assert.Equal(level, CueDefaults.LevelDb(sound, LevelTargets.Web));
        Assert.Equal(0, CueDefaults.LevelDb(sound with { Figures = sound.Figures with { LoudnessLufs = null, LoudestLufs = null } }, LevelTargets.Web));
    }
}
