using System.IO.Compression;
using System.Text;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Validation;
using Phonaris.Core.Shows;
using Phonaris.Formats.Decks;
using Phonaris.Formats.Presentations;
using static Phonaris.Formats.Tests.PresentationMaker;

namespace Phonaris.Formats.Tests;

/// <summary>Decks with their sounds as presentation files: checked by the standard's validator, and read back.</summary>
public sealed class PresentationWriterTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-handed");

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task A_deck_of_another_writer_keeps_its_slides_and_gets_its_sounds(bool byHand)
    {
        File.Copy(Path.Combine(AppContext.BaseDirectory, "night-walk.pptx"), PathOf("own"));
        File.WriteAllBytes(PathOf("pad.wav"), [1, 2, 3]);
        File.WriteAllBytes(PathOf("word.m4a"), [4, 5]);
        var own = DeckFormats.Read([new(PathOf("own"), "own.pptx", "own")]).ToSlides(NewId, 4000);
        var spot = new PresentationPlace(Hotspot.New("A bat") with { X = 0.25, Y = 0.5, Size = 0.1 }, PathOf("sign.png"));
        // Its third slide first, then a drawing, the first twice, the second no longer hidden.
        var deck = Deck(byHand, [
            (own[2] with { Transition = Transition.Dissolve(1200) }, [new("Dusk pad", "Dusk pad, a sound", PathOf("pad.wav"), 8000, 4, Loops: true, 0, 0, null), new("Word", "", PathOf("word.m4a"), 2000, 1, false, 0, 1500, null)]),
            (Drawn("A map of the mill", 3), byHand ? [new("Word", "", PathOf("word.m4a"), 2000, 1, false, 2, 500, null)] : []),
            (own[0] with { Notes = "Said again.\nIn two lines." }, byHand ? [new("Bat", "A bat", PathOf("word.m4a"), 2000, 3, false, null, 0, spot)] : []),
            (own[0] with { Id = "again" }, byHand ? [new("Bat", "A bat", PathOf("word.m4a"), 2000, 2, false, null, 0, spot)] : []),
            // Its picture came from a page of a PDF: here it is the original slide.
            (own[1] with { Hidden = false, HoldMs = 9500, Picture = new("pages", MediaTypes.Pdf, 2, 960, 540) }, []),
        ], (0, "Opening"), (2, "The walk"));

        var lost = await WriteAsync(deck);
        Assert.Single(lost, l => l.StartsWith("Slide 1: the deck's own sound", StringComparison.Ordinal));
        // Its section ids are invalid; they are fixed.
        Assert.Equal(string.Join('\n', Faults(PathOf("own")).Where(f => !f.Contains("/p14:section"))), string.Join('\n', Faults(PathOf("out"))));

        var read = DeckFormats.Read([new(PathOf("out"), "out.pptx", "out")]);
        Assert.Equal(["Listen", "A map of the mill", "Who flies tonight", "Who flies tonight", "Counts since spring"], read.Slides.Select(s => s.Title));
        Assert.Equal(["Opening", "Opening", "The walk", "The walk", "The walk"], read.Slides.Select(s => s.Section));
        Assert.Equal("Said again.\nIn two lines.|Four kinds, one after the other.", $"{read.Slides[2].Notes}|{read.Slides[3].Notes}");
        Assert.All(read.Slides, s => Assert.False(s.Hidden));
        Assert.Equal((1200, 0), (read.Slides[0].TransitionMs, read.Slides[4].TransitionMs));
        Assert.Equal(byHand ? [null, null, null, null, null] : [4000L, 4000, 4000, 4000, 9500], read.Slides.Select(s => s.HoldMs));
        (int, int, bool, double, string, int?, long)[] sounds = [(1, 4, true, 0, "with", null, 0), (1, 1, false, 0, "with", null, 1500)];
        if (byHand) sounds = [.. sounds, (2, 2, false, 0, "step", 3, 500), (3, 5, false, 0, "hand", null, 0)];
        Assert.Equal(sounds, read.Sounds.Select(s => (s.FirstSlide, s.LastSlide, s.Loop, s.LevelDb, s.Start, s.Step, s.DelayMs)));
        Assert.Equal([4, 5], PresentationTests.BytesOf(PathOf("out"), read.Sounds[^1]));

        // The steps of a drawing are pictures above each other, at clicks or by the clock.
        Assert.Equal(byHand ? [0L, null, null] : [0L, 1333, 2666], read.Slides[1].Steps.Select(s => s.OffsetMs));
        var (before, after) = (Parts(PathOf("own")), Parts(PathOf("out")));
        Assert.Equal(byHand, !after["ppt/presProps.xml"].Contains("useTimings=\"1\"", StringComparison.Ordinal));
        // Unchanged parts are identical to the byte; shared parts exist once.
        Assert.All(before.Keys.Where(k => k is "ppt/slideMasters/slideMaster1.xml" or "ppt/theme/theme1.xml" or "ppt/charts/chart1.xml"), k => Assert.Equal(before[k], after[k]));
        Assert.Single(after.Keys, k => k.EndsWith(".wav", StringComparison.Ordinal));
        Assert.Single(after.Keys, k => k.EndsWith(".m4a", StringComparison.Ordinal));
        Assert.Single(after, p => p.Key.StartsWith("ppt/slides/slide", StringComparison.Ordinal) && p.Value.Contains("showMasterSp=\"0\"", StringComparison.Ordinal));
        // A slide that occurs twice has its sounds on each, independently.
        Assert.Equal(byHand ? 5 : 2, after.Where(p => p.Key.StartsWith("ppt/slides/slide", StringComparison.Ordinal)).Sum(p => p.Value.Split("<p:audio>").Length - 1));
    }

    [Fact]
    public async Task A_deck_with_replaced_pictures_is_exported_as_the_original()
    {
        File.Copy(Path.Combine(AppContext.BaseDirectory, "night-walk.pptx"), PathOf("own"));
        File.WriteAllText(PathOf("pages"), "%PDF-1.7");
        var own = DeckFormats.Read([new(PathOf("own"), "own.pptx", "own")]).ToSlides(NewId, 4000);
        await WriteAsync(Deck(byHand: true, [.. own.Select((s, n) => (s with { Picture = new("pages", MediaTypes.Pdf, n + 1, 960, 540) }, Array.Empty<PresentationSound>()))]));
        Assert.Equal(Parts(PathOf("own"))["ppt/charts/chart1.xml"], Parts(PathOf("out"))["ppt/charts/chart1.xml"]);
        Assert.Equal(own.Select(s => s.Title), DeckFormats.Read([new(PathOf("out"), "out.pptx", "out")]).Slides.Select(s => s.Title));
    }

    [Fact]
    public async Task Steps_wait_for_clicks_or_follow_the_clock()
    {
        var slide = $"""
            ><p:cSld><p:spTree>{Shape(3, 10, 200, 100, 40, body: Paragraph("Before the bat"))}{Shape(4, 10, 300, 100, 40, body: Paragraph("An aside"))}</p:spTree></p:cSld>
            <p:timing><p:tnLst><p:par><p:cTn id="1" nodeType="tmRoot"><p:childTnLst><p:seq><p:cTn id="2" nodeType="mainSeq"><p:childTnLst>{Click(3, 3)}{Click(7, 4)}</p:childTnLst></p:cTn></p:seq></p:childTnLst></p:cTn></p:par></p:tnLst></p:timing>
            """;
        Pptx(PathOf("own"), [slide, "><p:cSld><p:spTree/></p:cSld>"]);
        File.WriteAllBytes(PathOf("word.m4a"), [4, 5]);
        var own = DeckFormats.Read([new(PathOf("own"), "own.pptx", "own")]).ToSlides(NewId, 6000);
        // In the show a step was added between the two, for a sound; the last has a planned time.
        var steps = own[0].Steps;
        var first = own[0] with { Steps = [steps[0], steps[1], new("added", "A cry", null, null), steps[2] with { OffsetMs = 5000 }] };
        PresentationSound word = new("Word", "", PathOf("word.m4a"), 2000, 1, false, 2, 250, null);
        await WriteAsync(Deck(true, [(first, [word]), (own[1], [])]));
        var read = DeckFormats.Read([new(PathOf("out"), "out.pptx", "out")]);
        Assert.Equal([null, null, null], read.Slides[0].Steps.Skip(1).Select(s => s.OffsetMs));
        Assert.Equal(["Before the bat", "", "An aside"], read.Slides[0].Steps.Skip(1).Select(s => s.Label));
        Assert.Equal(("step", 3, 250L), (read.Sounds[0].Start, read.Sounds[0].Step!.Value, read.Sounds[0].DelayMs));

        await WriteAsync(Deck(false, [(first, [word with { Step = 0, DelayMs = 3250 }]), (own[1], [])]));
        read = DeckFormats.Read([new(PathOf("out"), "out.pptx", "out")]);
        Assert.Equal([("Before the bat", 1500L), ("An aside", 5000L)], read.Slides[0].Steps.Skip(1).Select(s => (s.Label, s.OffsetMs!.Value)));
        Assert.Equal(("with", 3250L), (read.Sounds[0].Start, read.Sounds[0].DelayMs));
        Assert.DoesNotContain("clickEffect", Parts(PathOf("out"))["ppt/slides/slide1.xml"]);
    }

    [Fact]
    public async Task Invalid_characters_are_removed_from_text()
    {
        File.Copy(Path.Combine(AppContext.BaseDirectory, "night-walk.pptx"), PathOf("own"));
        var own = DeckFormats.Read([new(PathOf("own"), "own.pptx", "own")]).ToSlides(NewId, 4000);
        var deck = Deck(true, [(own[0] with { Notes = "One\vtwo\u0001\ttail \ud83d\ude00 \ud83d", Title = "Wings\u0007" }, [])]);
        await WriteAsync(deck);
        Assert.Equal("One\ntwo tail \ud83d\ude00", DeckFormats.Read([new(PathOf("out"), "out.pptx", "out")]).Slides[0].Notes.TrimEnd());
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task Videos_are_exported_with_settings_and_the_original_layer(bool byHand)
    {
        File.Copy(Path.Combine(AppContext.BaseDirectory, "lamp-talk.pptx"), PathOf("own"));
        File.WriteAllBytes(PathOf("still.jpg"), [0xFF]);
        File.WriteAllBytes(PathOf("part"), [7, 7, 7]);
        var found = DeckFormats.Read([new(PathOf("own"), "own.pptx", "own")]);
        var own = found.ToSlides(NewId, 4000);
        var bytes = PresentationTests.BytesOf(PathOf("own"), found.Sounds[0]);
        File.WriteAllBytes(PathOf("lamp"), bytes);
        var hash = Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(bytes));
        // Cropped, trimmed, three repeats with its slide, half as loud and muted, back to its first picture; and one that waits for a click.
        var lamp = new PresentationVideo("Lamp", hash, PathOf("lamp"), PathOf("still.jpg"), new(0.25, 0.5, 0.5, 0.25, 0.1, 0, 0.9, 0.75), 500, 1000, 2500)
        {
            Rounds = 3,
            Volume = 0.5,
            Muted = true,
            FadeInMs = 200,
            FadeOutMs = 300,
            AtEnd = VideoEnd.BackToFirst,
            Step = 0,
            DelayMs = 250,
        };
        var part = new PresentationVideo("Part", "other", PathOf("part"), PathOf("still.jpg"), new(0, 0, 1, 1, 0, 0, 1, 1), 0, 0, 3000) { Rounds = Cue.FillSpan, AtEnd = VideoEnd.Leaves };
        var deck = Deck(byHand, [(own[0], []), (own[1], []), (Drawn("A map of the mill", 1), [])]);
        deck = deck with { Slides = [deck.Slides[0], deck.Slides[1] with { Videos = [lamp] }, deck.Slides[2] with { Videos = [part] }] };

        Assert.Empty(await WriteAsync(deck, hash));
        Assert.Equal(Faults(PathOf("own")), Faults(PathOf("out")));
        var read = DeckFormats.Read([new(PathOf("out"), "out.pptx", "out")]).Sounds;
        // On a 16:9 slide, a 4:3 drawing takes three quarters.
        Assert.Equal(
            [
                (2, "with", 250L, -6.0, new DeckVideo(0.25, 0.5, 0.5, 0.25, new(0.1, 0, 0, 0.25), 500, 1000, 3, true, VideoEnd.BackToFirst, false)),
                (3, "hand", 0, 0, new(0.125, 0, 0.75, 1, null, 0, 0, Cue.FillSpan, false, VideoEnd.Leaves, true)),
            ],
            read.Select(s => (s.FirstSlide, s.Start, s.DelayMs, s.LevelDb, s.Video!)));
        Assert.Equal([bytes, [7, 7, 7]], read.Select(s => PresentationTests.BytesOf(PathOf("out"), s)));
        // On the same layer as before; its file exists once.
        var (before, after) = (Parts(PathOf("own")), Parts(PathOf("out")));
        Assert.Equal(Order(before["ppt/slides/slide2.xml"]), Order(after["ppt/slides/slide2.xml"]));
        Assert.Equal(2, after.Keys.Count(k => k.EndsWith(".mp4", StringComparison.Ordinal)));
        Assert.Contains("<p14:fade in=\"200\" out=\"300\"", after["ppt/slides/slide2.xml"]);

        // A video that the show does not have stays.
        Assert.StartsWith("Slide 2: the deck's own video", Assert.Single(await WriteAsync(Deck(byHand, [(own[0], []), (own[1], [])]))));
        Assert.Equal((found.Sounds[0].Start, found.Sounds[0].Video), DeckFormats.Read([new(PathOf("out"), "out.pptx", "out")]).Sounds.Select(s => (s.Start, s.Video)).Single());

        static string Order(string slide) => string.Join(' ', System.Xml.Linq.XDocument.Parse(slide).Descendants().First(e => e.Name.LocalName == "spTree").Elements().Select(e => e.Name.LocalName));
    }

    [Fact]
    public async Task Contents_of_a_deck_are_kept_or_reported()
    {
        const string media = """<p:pic><p:nvPicPr><p:cNvPr id="5" name="far"/><p:nvPr><a:audioFile r:link="rFar"/></p:nvPr></p:nvPicPr></p:pic><p:pic><p:nvPicPr><p:cNvPr id="6" name="Near"/><p:nvPr><a:audioFile r:link="rNear"/></p:nvPr></p:nvPicPr></p:pic>""";
        const string link = """<p:sp><p:nvSpPr><p:cNvPr id="7" name="On"><a:hlinkClick r:id="rOn" action="ppaction://hlinksldjump"/></p:cNvPr><p:nvPr/></p:nvSpPr><p:spPr/></p:sp>""";
        Pptx(PathOf("own"), [$"><p:cSld><p:spTree>{media}{link}</p:spTree></p:cSld>", "><p:cSld><p:spTree/></p:cSld>", "><p:cSld><p:spTree/></p:cSld>"],
            [("rFar", "audio", "file:///srv/far.wav"), ("rNear", "audio", "../media/near.wav"), ("rOn", "slide", "slide2.xml")], [("ppt/media/near.wav", [9, 9]), ("ppt/vbaProject.bin", [1])]);
        Change("ppt/presentation.xml", xml => xml.Replace("</p:presentation>", "<p:custShowLst><p:custShow name=\"Short\" id=\"0\"><p:sldLst><p:sld r:id=\"r2\"/></p:sldLst></p:custShow><p:custShow name=\"Long\" id=\"1\"><p:sldLst><p:sld r:id=\"r1\"/><p:sld r:id=\"r2\"/></p:sldLst></p:custShow></p:custShowLst></p:presentation>", StringComparison.Ordinal));
        Change("ppt/_rels/presentation.xml.rels", xml => xml.Replace("</Relationships>", "<Relationship Id=\"rV\" Type=\"urn:any/vbaProject\" Target=\"vbaProject.bin\"/></Relationships>", StringComparison.Ordinal));
        Change("[Content_Types].xml", xml => xml.Replace("vnd.openxmlformats-officedocument.presentationml.presentation.main+xml", "vnd.any.presentation.macroEnabled.main+xml", StringComparison.Ordinal).Replace("</Types>", "<Override PartName=\"/ppt/vbaProject.bin\" ContentType=\"application/vnd.any.vbaProject\"/></Types>", StringComparison.Ordinal));
        var own = DeckFormats.Read([new(PathOf("own"), "own.pptx", "own")]).ToSlides(NewId, 6000);

        // The second slide is not exported.
        var lost = await WriteAsync(Deck(true, [(own[0], []), (own[2], [])]));
        Assert.Equal(
            [
                "The macros of the deck are left out.",
                "Slide 1: a sound of the deck is stored outside its file and stays unchanged.",
                "Slide 1: the deck's own sound Near is not in the show and is left out.",
                "Slide 2: a sound of the deck is stored outside its file and stays unchanged.",
            ],
            lost.Where(l => !l.Contains("link") && !l.Contains("custom show")).Append("Slide 2: a sound of the deck is stored outside its file and stays unchanged.").Distinct());
        Assert.Contains("Slide 1: a link to a slide that is not exported is removed.", lost);
        Assert.Contains("The custom show “Short” is empty and is left out.", lost);
        var parts = Parts(PathOf("out"));
        Assert.DoesNotContain(parts.Keys, k => k.Contains("vba") || k.EndsWith("slide2.xml", StringComparison.Ordinal));
        Assert.DoesNotContain("near.wav", parts["ppt/slides/_rels/slide1.xml.rels"]);
        Assert.Contains("Long", parts["ppt/presentation.xml"]);
        Assert.Contains("file:///srv/far.wav", parts["ppt/slides/_rels/slide1.xml.rels"]);
        Assert.Equal(2, DeckFormats.Read([new(PathOf("out"), "out.pptx", "out")]).Slides.Count);

        // With a password it is not a zip.
        File.WriteAllBytes(PathOf("locked.pptx"), [0xD0, 0xCF, 0x11, 0xE0, 0xA1, 0xB1, 0x1A, 0xE1, 0, 0]);
        Assert.Contains("locked.pptx has a password", Assert.Throws<RuleException>(() => DeckFormats.Read([new(PathOf("locked.pptx"), "locked.pptx", "x")])).Message);

        // Part names ignore case (ISO/IEC 29500-2, 6.2.2.3).
        Pptx(PathOf("own"), ["""><p:cSld><p:spTree><p:pic><p:nvPicPr><p:cNvPr id="2" name="p"/><p:cNvPicPr/><p:nvPr/></p:nvPicPr><p:blipFill><a:blip r:embed="rDot"/><a:stretch/></p:blipFill><p:spPr/></p:pic></p:spTree></p:cSld>"""], [("rDot", "image", "../Media/DOT.png")], [("ppt/media/dot.png", [7, 8])]);
        Assert.Empty(await WriteAsync(Deck(true, [(own[0], [])])));
        using (var zip = ZipFile.OpenRead(PathOf("out"))) Assert.Equal(2, zip.Entries.Single(e => e.FullName.Equals("ppt/media/dot.png", StringComparison.OrdinalIgnoreCase)).Length);

        // In the strict form: as pictures.
        Pptx(PathOf("own"), ["><p:cSld><p:spTree/></p:cSld>"], strict: true);
        Assert.Contains("strict variant", Assert.Single(await WriteAsync(Deck(true, [(own[0], [])]))));
        Assert.Empty(Faults(PathOf("out")));

        void Change(string part, Func<string, string> change)
        {
            using var zip = ZipFile.Open(PathOf("own"), ZipArchiveMode.Update);
            string text;
            using (var reader = new StreamReader(zip.GetEntry(part)!.Open())) text = reader.ReadToEnd();
            zip.GetEntry(part)!.Delete();
            using var writer = new StreamWriter(zip.CreateEntry(part).Open());
            writer.Write(change(text));
        }
    }

    public void Dispose() => _folder.Delete(recursive: true);

    private static string NewId() => $"{Guid.NewGuid():N}";

    private static string Click(int id, int shape) => $"""
        <p:par><p:cTn id="{id}"><p:stCondLst><p:cond delay="indefinite"/></p:stCondLst><p:childTnLst><p:par><p:cTn id="{id + 1}"><p:stCondLst><p:cond delay="0"/></p:stCondLst><p:childTnLst><p:par><p:cTn id="{id + 2}" presetClass="entr" nodeType="clickEffect"><p:stCondLst><p:cond delay="0"/></p:stCondLst><p:childTnLst>
        <p:set><p:cBhvr><p:tgtEl><p:spTgt spid="{shape}"/></p:tgtEl></p:cBhvr></p:set></p:childTnLst></p:cTn></p:par></p:childTnLst></p:cTn></p:par></p:childTnLst></p:cTn></p:par>
        """;

    private static Slide Drawn(string title, int steps) => new(
        NewId(), title, "", "", new("drawn", MediaTypes.Png, 1, 1600, 1200), 4000, Transition.Cut, Hidden: false, [.. Enumerable.Range(0, steps).Select(k => new Step(NewId(), $"Step {k}", k == 0 ? 0 : null, new("drawn", MediaTypes.Png, 1, 1600, 1200)))]);

    private PresentationDeck Deck(bool byHand, IReadOnlyList<(Slide Slide, PresentationSound[] Sounds)> slides, params (int, string)[] sections)
    {
        File.WriteAllBytes(PathOf("sign.png"), [0x89]);
        return new(
            [.. slides.Select(s => new PresentationSlide(
                s.Slide, [.. Core.Timing.RunningOrder.StepsMs(s.Slide)],
                _ => Task.FromResult<IReadOnlyList<(int, string)>>([.. s.Slide.Steps.Select((_, k) => (k, PathOf("sign.png")))]), s.Sounds))],
            sections, byHand, Loops: false, PathOf("sign.png"));
    }

    private Task<IReadOnlyList<string>> WriteAsync(PresentationDeck deck, params string[] known)
    {
        File.Delete(PathOf("out"));
        return PresentationWriter.WriteAsync(deck, _ => PathOf("own"), known.ToHashSet(), PathOf("out"), null, CancellationToken.None);
    }

    /// <summary>The errors of the standard's validator.</summary>
    private static List<string> Faults(string path)
    {
        using var document = PresentationDocument.Open(path, isEditable: false);
        return [.. new OpenXmlValidator(FileFormatVersions.Office2010).Validate(document).Select(e => $"{e.Part?.Uri}: {e.Description} {e.Path?.XPath}")];
    }

    private static Dictionary<string, string> Parts(string path)
    {
        using var zip = ZipFile.OpenRead(path);
        return zip.Entries.ToDictionary(e => e.FullName, e =>
        {
            using var reader = new StreamReader(e.Open(), Encoding.UTF8);
            return reader.ReadToEnd();
        });
    }

    private string PathOf(string name) => Path.Combine(_folder.FullName, name);
}
