using Phonaris.Core.Drawings;
using Phonaris.Media.Pictures;

namespace Phonaris.Media.Tests;

/// <summary>Text of slides: its fonts, glyphs, order and lines.</summary>
public sealed class LettersTests
{
    private const double Size = 20;

    /// <summary>Everyday text in many scripts.</summary>
    public static TheoryData<string, string, string> Scripts => new()
    {
        { "Latin", "Ångström über façade", "Zażółć gęślą jaźńżół" },
        { "Greek", "γρήγορη", "νύχτα α" },
        { "Cyrillic", "Быстрая", "бабочка" },
        { "Armenian", "գիշերային", "թիթեռներ " },
        { "Georgian", "სწრაფი", "ღამისა" },
        { "Hebrew", "לילה", "מהיר" },
        { "Arabic", "فراشة", "الليل" },
        { "Devanagari", "पतंगा", "रात्र" },
        { "Bengali", "পোকা", "রাতে" },
        { "Gurmukhi", "ਤੇਜ਼", "ਰਾਤ " },
        { "Gujarati", "ઝડપી", "રાતે" },
        { "Oriya", "ରାତି", "ପୋକ " },
        { "Tamil", "இரவு", "வேகம" },
        { "Telugu", "రాత్రి", "వేగమై" },
        { "Kannada", "ರಾತ್ರಿ", "ವೇಗದಲ" },
        { "Malayalam", "രാത്രി", "വേഗത്ത" },
        { "Sinhala", "රාත්", "වේගව" },
        { "Thai", "ผีเสื้อ", "กลางคืน" },
        { "Lao", "ແມງກະ", "ກາງຄື" },
        { "Khmer", "មេអំបៅ", "យប់លឿន" },
        { "Myanmar", "မြန်ဆန်", "ညပိုးဖ" },
        { "Tibetan", "མཚན་མོ", "མགྱོགས" },
        { "Ethiopic", "ፈጣን", "ሌሊት" },
        { "Chinese", "快速的", "飞蛾在" },
        { "Japanese", "すばやい蛾", "ランタンの" },
        { "Korean", "빠른 나방", "밤의 나비" },
        { "Symbols", "→✓★☀", "∑≠½€" },
        { "Emoji", "🦋🌙", "😀🔥" },
    };

    [Theory]
    [MemberData(nameof(Scripts))]
    public void Every_script_has_glyphs(string script, string one, string other)
    {
        var (first, second) = (Glyphs(one), Glyphs(other));
        Assert.DoesNotContain((ushort)0, first);
        Assert.DoesNotContain((ushort)0, second);
        // Missing glyphs would be identical boxes, whatever the text.
        Assert.NotEqual(first.Distinct().Order(), second.Distinct().Order());
        Assert.True(first.Distinct().Count() > 1 || one.Length < 3, script);
    }

    [Fact]
    public void Letters_are_joined_combined_and_reordered_by_script()
    {
        // Joined Arabic letters have other forms than isolated ones.
        Assert.NotEqual(Glyphs("بيت").Order(), Glyphs("ب").Concat(Glyphs("ي")).Concat(Glyphs("ت")).Order());
        // A Devanagari vowel that is read after its consonant is drawn before it.
        Assert.Equal(Glyphs("कि").Count, Glyphs("कन").Count);
        Assert.NotEqual(Glyphs("कि")[0], Glyphs("कन")[0]);
        // A family emoji is one glyph.
        Assert.Single(Glyphs("👩‍🚀"), g => g > 3);
    }

    [Fact]
    public void Right_to_left_text_is_reordered_and_numbers_are_not()
    {
        var line = Assert.Single(Lay("שלום 15 עולם abc", 500, rightToLeft: true).Lines);
        var seen = line.Pieces.Where(p => !p.IsSpace).Select(p => p.Level).ToList();
        // From the left: Latin, a word, the number, the first word.
        Assert.Equal([2, 1, 2, 1], seen.Select(l => (int)l));
        Assert.Equal(Glyphs("abc"), line.Pieces[0].Glyphs);
        // In a left-to-right paragraph the words are reordered, the whole is not.
        Assert.Equal([0, 1, 2, 1], Lay("abc שלום 15 עולם", 500).Lines[0].Pieces.Where(p => !p.IsSpace).Select(p => (int)p.Level));
    }

    [Fact]
    public void Lines_break_by_the_widths_of_the_requested_font()
    {
        // The widths that Liberation Sans shares with the family it replaces, in thousandths of its size (AFM of the standard fonts): i 222, m 833, space 278.
        foreach (var (family, letter, thousandths) in new[] { ("Arial", "i", 222), ("Arial", "m", 833), ("Times New Roman", "m", 778), ("Times New Roman", "i", 278), ("Courier New", "i", 600), ("Courier New", "m", 600) })
            Assert.Equal(thousandths * Size / 1000, Lay(letter, 500, font: family).Lines[0].Width, 0.02);
        // Ten words of "iiii" are 40 i and 9 spaces: 11.382 times the size. Slightly less width holds one word less.
        var text = string.Join(' ', Enumerable.Repeat("iiii", 10));
        Assert.Single(Lay(text, 11.39 * Size, font: "Arial").Lines);
        Assert.Equal(2, Lay(text, 11.37 * Size, font: "Arial").Lines.Count);
        Assert.Equal(9 * 4 * 0.222 * Size + 8 * 0.278 * Size, Lay(text, 11.37 * Size, font: "Arial").Lines[0].Width, 0.1);
        // A width of three and a half letters holds three of a word without break opportunities, and nothing of it is lost.
        var cut = Lay(new string('m', 10), 3.5 * 0.833 * Size, font: "Arial");
        Assert.Equal([3, 3, 3, 1], cut.Lines.Select(l => l.Pieces.Sum(p => p.Length)));
        // In Japanese, a line does not begin with a closing mark; Thai breaks between words although it has no spaces.
        var japanese = Lay("蛾の夜へようこそ。蛾の夜へようこそ。", 8.2 * Size);
        Assert.All(japanese.Lines, l => Assert.NotEqual(Glyphs("。")[0], l.Pieces[0].Glyphs[0]));
        Assert.True(Lay("ผีเสื้อกลางคืนบินเร็วมาก", 5 * Size).Lines.Count > 1);
    }

    [Fact]
    public void Tabs_spacing_and_exact_line_heights_are_kept()
    {
        var tabbed = Lay("i\ti\ti", 500, font: "Arial", tabs: [100]).Lines[0];
        // The first tab stop is at 100; after the last they are 72 apart.
        Assert.Equal(144 + 0.222 * Size, tabbed.Width, 0.02);
        Assert.Equal(10 * (0.833 * Size + 3), Lay(new string('m', 10), 500, font: "Arial", spacing: 3).Lines[0].Width, 0.1);
        var lines = Lay("one\ntwo\n\nfour", 500, lineHeight: 31);
        Assert.Equal((4, 124.0), (lines.Lines.Count, lines.Height));
        // From the right, the margin is there.
        Assert.True(Lay("שלום", 500, rightToLeft: true).Lines[0].RightToLeft);
    }

    [Fact]
    public void Font_substitutes_are_reported_once_if_lines_may_break_differently()
    {
        Assert.Equal(
            [new("Arial", "Liberation Sans", true), new FontUsed("Calibri", "Carlito", true), new("Cambria Light", "Caladea", false), new("Some Garamond", "Liberation Serif", false), new("Strange Code", "Liberation Mono", false)],
            DeckFonts.Of(["Calibri", "arial", "Arial", "Strange Code", "Some Garamond", "Cambria Light"]).Select(f => f with { Named = f.Named == "arial" ? "Arial" : f.Named }));
        Assert.Null(DeckFonts.Sentence(["Calibri", "Bricolage Grotesque"]));
        Assert.Equal("Fonts not installed: Some Garamond (drawn in Liberation Serif). Line breaks may differ.", DeckFonts.Sentence(["Some Garamond"]));
    }

    [Theory]
    [InlineData(0, false, false), InlineData(1, false, true), InlineData(0, true, true), InlineData(2, true, true)]
    public void A_PDF_is_suggested_once_if_pictures_may_differ(int lacks, bool otherFont, bool offered)
    {
        string[] notDrawn = [.. Enumerable.Range(1, lacks).Select(n => $"Slide {n}: a chart is left out.")];
        var doubts = DeckWarnings.Of(notDrawn, otherFont ? ["Some Garamond", "Calibri"] : ["Calibri"]);
        Assert.Equal(offered ? "For exact pictures, add the deck’s PDF." : null, doubts.Offer);
        Assert.Equal(lacks + (otherFont ? 1 : 0), doubts.Warnings.Count);
        Assert.Equal(notDrawn, doubts.Warnings.Take(lacks));
    }

    private static List<ushort> Glyphs(string text) => [.. Lay(text, 5000).Lines.SelectMany(l => l.Pieces).Where(p => !p.IsSpace).SelectMany(p => p.Glyphs)];

    private static TextLayout Lay(
        string text, double width, bool rightToLeft = false, string font = "Calibri", ValueList<double>? tabs = null, double spacing = 0, double? lineHeight = null) => TextLayout.Fit(
        new TextBody(
            [
                new Paragraph([new TextRun(text, Size, 0xFF000000, font) { Spacing = spacing }], Align.Left, 0, 0, null, 0, 0, 1)
                {
                    RightToLeft = rightToLeft, Tabs = tabs ?? [], LineHeight = lineHeight,
                },
            ],
            0, 0, 0, 0, Anchor.Top, Wraps: true, Shrinks: false), width, 1000);
}
