using Phonaris.Core.Drawings;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Formats.Decks;
using static Phonaris.Formats.Tests.PresentationMaker;

namespace Phonaris.Formats.Tests;

/// <summary>Presentation files: their contents, and the drawings of their slides.</summary>
public sealed class PresentationTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-presentations");

    [Fact]
    public void A_deck_of_another_writer_is_read_completely()
    {
        var path = Path.Combine(AppContext.BaseDirectory, "night-walk.pptx");
        var deck = Read(path);
        Assert.Equal(["Who flies tonight", "Counts since spring", "Listen"], deck.Slides.Select(s => s.Title));
        Assert.Equal("Who flies tonight\nLarge yellow underwing\nSetaceous Hebrew character", deck.Slides[0].Text);
        Assert.Equal("Four kinds, one after the other.", deck.Slides[0].Notes);
        Assert.Equal([false, true, false], deck.Slides.Select(s => s.Hidden));
        Assert.Equal(["Opening", "Opening", "The walk"], deck.Slides.Select(s => s.Section));
        var sound = Assert.Single(deck.Sounds);
        Assert.Equal((3, 3, "hand"), (sound.FirstSlide, sound.LastSlide, sound.Start));
        Assert.Equal("ID3"u8.ToArray(), BytesOf(path, sound)[..3]);
        Assert.Empty(deck.NotUnderstood);
        Assert.Equal(["Arial", "Calibri", "Calibri Light"], deck.Fonts.Order());

        var drawings = DeckFormats.Draw(path, MediaTypes.Pptx, [1, 2]);
        Assert.Equal(new SolidPaint(0xFF1E2B2A), drawings[0].Background);
        var head = drawings[0].Shapes.Single(s => Words(s) == "Who flies tonight").Text!.Paragraphs[0].Runs[0];
        Assert.Equal((32.0, 0xFFFAF6ECu, true), (head.Size, head.Color, head.Bold));
        Assert.All(drawings[0].Shapes.Single(s => Words(s).Contains("underwing")).Text!.Paragraphs, p => Assert.NotNull(p.Bullet));
        Assert.Contains(drawings[1].Shapes, s => s.Box.Turn == 20 && s.Fill == new SolidPaint(0xFF3F6C8C));
        Assert.Equal(["Kind", "April", "Hawk", "2"], drawings[1].Shapes.Single(s => s.Table is not null).Table!.Cells.Select(c => c.Text!.Paragraphs[0].Runs[0].Text).Where(w => w is "Kind" or "April" or "Hawk" or "2"));
        Assert.True(drawings[1].Shapes.Single(s => Words(s) == "in an ellipse").Text!.Paragraphs[0].Runs[0].Italic);
    }

    [Fact]
    public void A_video_is_imported_with_its_box_trim_and_settings()
    {
        var path = Path.Combine(_folder.FullName, "lamp-talk.pptx");
        File.Copy(Path.Combine(AppContext.BaseDirectory, "lamp-talk.pptx"), path);
        var plain = Assert.Single(Read(path).Sounds);
        Assert.Equal((2, "hand", 0.0, new DeckVideo(0.5, 0.4, 0.4, 0.4, null, 0, 0, 1, false, VideoEnd.KeepsLast, false)), (plain.FirstSlide, plain.Start, plain.LevelDb, plain.Video));
        Assert.Empty(Read(path).NotUnderstood.Concat(Read(path).NotDrawn));

        // As another program would set it: cropped, trimmed, three repeats with its slide, half as loud and muted, back to its first picture.
        using (var zip = System.IO.Compression.ZipFile.Open(path, System.IO.Compression.ZipArchiveMode.Update))
        {
            var entry = zip.GetEntry("ppt/slides/slide2.xml")!;
            using var stream = entry.Open();
            var xml = new StreamReader(stream).ReadToEnd()
                .Replace("r:embed=\"rId2\"/>", "r:embed=\"rId2\"><p14:trim st=\"500\" end=\"1000.5\"/></p14:media>", StringComparison.Ordinal)
                .Replace("<a:stretch>", "<a:srcRect l=\"10000\" b=\"25000\"/><a:stretch>", StringComparison.Ordinal)
                .Replace("</p:clrMapOvr>", """
                    </p:clrMapOvr><p:timing><p:tnLst><p:par><p:cTn id="1" nodeType="tmRoot"><p:childTnLst><p:seq><p:cTn id="2" nodeType="mainSeq"><p:childTnLst><p:par><p:cTn id="3"><p:childTnLst><p:par><p:cTn id="4"><p:childTnLst>
                    <p:par><p:cTn id="5" presetID="1" presetClass="mediacall" nodeType="afterEffect"><p:stCondLst><p:cond delay="250"/></p:stCondLst><p:childTnLst><p:cmd type="call" cmd="playFrom(0.0)"><p:cBhvr><p:cTn id="6"/><p:tgtEl><p:spTgt spid="3"/></p:tgtEl></p:cBhvr></p:cmd></p:childTnLst></p:cTn></p:par>
                    </p:childTnLst></p:cTn></p:par></p:childTnLst></p:cTn></p:par></p:childTnLst></p:cTn></p:seq>
                    <p:video><p:cMediaNode vol="50000" mute="1"><p:cTn id="7" repeatCount="3000" fill="remove"/><p:tgtEl><p:spTgt spid="3"/></p:tgtEl></p:cMediaNode></p:video></p:childTnLst></p:cTn></p:par></p:tnLst></p:timing>
                    """, StringComparison.Ordinal);
            stream.SetLength(0);
            stream.Write(System.Text.Encoding.UTF8.GetBytes(xml));
        }
        var set = Assert.Single(Read(path).Sounds);
        Assert.Equal(new(0.5, 0.4, 0.4, 0.4, new(0.1, 0, 0, 0.25), 500, 1000, 3, true, VideoEnd.BackToFirst, false), set.Video);
        Assert.Equal((-6.0, SoundKind.Video), (set.LevelDb, set.Kind));

        // Its cue: in at half a second, out one second before its end, three times, on its slide.
        var slides = Read(path).ToSlides(() => Guid.NewGuid().ToString("N"), 4000);
        var video = Sound.BroughtIn("v", new('0', 64), "lamp.mp4", new(144_000, 48_000, 2, -20, -18, 0, -3, 0, 0, 0, 0, false), Rights.Unknown, SoundKind.Video, new(160, 90, 25, "h264", true, true, false));
        var cue = Assert.Single((Show.Empty("A talk") with { Slides = slides }).Apply(set.ToEdit(Show.Empty("A talk") with { Slides = slides }, video, slides, "c", "the deck")).Show.Cues);
        Assert.Equal((slides[1].Id, 24_000, 96_000, 3, true), (cue.Span!.First, cue.InFrame, cue.OutFrame, cue.Rounds, cue.Muted));
        Assert.Equal(new(0.5, 0.4, 0.4, 0.4, VideoFitting.Inside, VideoEnd.BackToFirst, false, new(0.1, 0, 0, 0.25)), cue.Video);
    }

    [Fact]
    public void Equal_messages_about_slides_are_merged()
    {
        var path = Path.Combine(_folder.FullName, "sums.pptx");
        const string sum = "><p:cSld><p:spTree><m:oMathPara xmlns:m=\"urn:any\"/></p:spTree></p:cSld>", plain = "><p:cSld><p:spTree/></p:cSld>";
        Pptx(path, [sum, plain, sum, sum, sum, plain, sum]);
        Assert.Equal(["Slides 1, 3–5, 7: a formula is left out."], Read(path).NotDrawn);
        // For chosen slides, messages use the chosen numbers; for several decks, the positions among all.
        Assert.Equal(["Slides 4, 7: a formula is left out."], Read(path).Only([2, 4, 7]).NotDrawn);
        Assert.Empty(Read(path).Only([2]).NotDrawn);
        Assert.Equal(["Slides 1, 3–5, 7, 8, 10–12, 14: a formula is left out."], DeckFormats.Read([new(path, "a.pptx", ""), new(path, "b.pptx", "")]).NotDrawn);
        Pptx(path, [plain, sum]);
        Assert.Equal(["Slide 2: a formula is left out."], Read(path).NotDrawn);
        // A fallback picture is drawn instead of the original.
        const string ways = "><p:cSld><p:spTree><mc:AlternateContent xmlns:mc=\"http://schemas.openxmlformats.org/markup-compatibility/2006\"><mc:Choice><m:oMathPara xmlns:m=\"urn:any\"/></mc:Choice><mc:Fallback><p:sp/></mc:Fallback></mc:AlternateContent></p:spTree></p:cSld>";
        Pptx(path, [ways]);
        Assert.Empty(Read(path).NotDrawn);
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void Reveals_holds_and_transitions_are_imported(bool strict)
    {
        var slide = $"""
            ><p:cSld><p:spTree>{Title("Ears")}{Shape(3, 10, 200, 100, 40, body: Paragraph("Before the bat") + Paragraph("hears them"))}{Shape(4, 10, 300, 100, 40, body: Paragraph("An aside"))}</p:spTree></p:cSld>
            <p:transition spd="slow" advClick="0" advTm="7500"><p:fade/></p:transition>
            {Timing(Click(Effect(3, "clickEffect", "entr", paragraph: 0)), Click(Effect(3, "clickEffect", "entr", paragraph: 1), Effect(4, "withEffect", "exit")), Group(Effect(4, "afterEffect", "emph", delay: 2500)))}
            """;
        Pptx(PathOf("steps.pptx"), [slide, "><p:cSld><p:spTree/></p:cSld>"], strict: strict);
        var deck = Read(PathOf("steps.pptx"));
        Assert.Equal("Ears", deck.Slides[0].Title);
        // An emphasis effect is not a step.
        Assert.Equal((7500L, 1000L), (deck.Slides[0].HoldMs, deck.Slides[0].TransitionMs));
        Assert.Equal([(1, "", 0L), (2, "Before the bat", null), (3, "hears them", null)], deck.Slides[0].Steps.Select(s => (s.Number, s.Label, s.OffsetMs)));
        Assert.Equal(("Slide 2", null, 0L), (deck.Slides[1].Title, deck.Slides[1].HoldMs, deck.Slides[1].TransitionMs));

        var drawing = DeckFormats.Draw(PathOf("steps.pptx"), MediaTypes.Pptx, [1])[0];
        Assert.Equal([2, 3], drawing.Shapes.Single(s => Words(s).StartsWith("Before", StringComparison.Ordinal)).Text!.Paragraphs.Select(p => p.FromStep));
        Assert.Equal(2, drawing.Shapes.Single(s => Words(s) == "An aside").ToStep);

        // In a show: a picture for each step, and planned steps.
        var made = deck.ToSlides(() => "x", 4000)[0];
        Assert.Equal([1, 2, 3], made.Steps.Select(s => s.Picture!.Step));
        Assert.Equal((0, 7500L, Transition.Dissolve(1000)), (made.Picture.Step, made.HoldMs, made.Transition));
    }

    [Fact]
    public void Timed_reveals_become_steps_in_order_of_time()
    {
        var slide = $"""
            ><p:cSld><p:spTree>{Shape(3, 10, 200, 100, 40, body: Paragraph("Later"))}{Shape(4, 10, 300, 100, 40, body: Paragraph("Sooner"))}{Shape(5, 10, 300, 100, 40, body: Paragraph("Last"))}</p:spTree></p:cSld>
            {Timing(Group(Effect(3, "withEffect", "entr", delay: 5000), Effect(4, "withEffect", "entr", delay: 2000)), Group(Effect(5, "afterEffect", "entr", delay: 1000)))}
            """;
        Pptx(PathOf("timed.pptx"), [slide]);
        var deck = Read(PathOf("timed.pptx"));
        Assert.Equal([("", 0L), ("Sooner", 2000), ("Later", 5000), ("Last", 5000)], deck.Slides[0].Steps.Select(s => (s.Label, s.OffsetMs ?? -1)));
        // A show accepts it: there it used to be rejected.
        Show.Empty("Timed").Apply(new AddSlides(deck.ToSlides(() => "s", 9000), 0)).Show.Validated();
    }

    [Fact]
    public void A_deck_sound_is_placed_on_its_remaining_slides()
    {
        var slides = Enumerable.Range(1, 4).Select(n => new Slide($"s{n}", "", "", "", new(new string('0', 64), MediaTypes.Png, 1, 16, 9), 4000, Transition.Cut, false, Step.Whole($"s{n}"))).ToValueList();
        var found = new DeckSound("tune.mp3", 2, 3, false, -6, "with") { DelayMs = 500 };
        var sound = new Sound("a", "Tune", SoundKind.Bed, new string('1', 64), "tune.mp3", new(48_000, 48_000, 2, null, null, null, null, 0, 0, 0, 0, false), Rights.Unknown, []);
        Show After(params string[] left)
        {
            var show = Show.Empty("Left") with { Slides = [.. slides.Where(s => left.Contains(s.Id))] };
            return show.Apply(found.ToEdit(show, sound, slides, "c", "the deck")).Show;
        }

        Assert.Equal((new Span("s2", "s3"), 500L), (After("s1", "s2", "s3").Cues[0].Span, After("s1", "s2", "s3").Cues[0].DelayMs));
        Assert.Equal((new Span("s3", "s3"), 0L), (After("s1", "s3", "s4").Cues[0].Span, After("s1", "s3", "s4").Cues[0].DelayMs));
        Assert.Equal((1, 0), (After("s1", "s4").Sounds.Count, After("s1", "s4").Cues.Count));
    }

    [Fact]
    public void Shapes_can_reappear_and_hidden_paragraphs_keep_their_space()
    {
        var slide = $"""
            ><p:cSld><p:spTree>{Shape(3, 10, 200, 100, 40, body: Paragraph("First") + Paragraph("Second"))}{Shape(4, 10, 300, 100, 40, body: Paragraph("Moth"))}{Shape(5, 10, 300, 100, 40, body: Paragraph("Flash"))}</p:spTree></p:cSld>
            {Timing(
                Click(Effect(4, "clickEffect", "exit"), Effect(3, "withEffect", "exit", paragraph: 0)),
                Click(Effect(4, "clickEffect", "entr"), Effect(5, "afterEffect", "entr"), Effect(5, "afterEffect", "exit")))}
            """;
        Pptx(PathOf("again.pptx"), [slide]);
        var shapes = DeckFormats.Draw(PathOf("again.pptx"), MediaTypes.Pptx, [1])[0].Shapes;
        Assert.Equal([(1, 1), (3, int.MaxValue)], shapes.Where(s => Words(s) == "Moth").Select(s => (s.FromStep, s.ToStep)));
        // It appears and disappears within one step.
        Assert.DoesNotContain(shapes, s => Words(s) == "Flash");
        Assert.Equal([(1, 1), (1, int.MaxValue)], shapes.Single(s => Words(s).StartsWith("First", StringComparison.Ordinal)).Text!.Paragraphs.Select(p => (p.FromStep, p.ToStep)));

        // Effects triggered by a click on a shape come after those triggered by a click anywhere; a sound triggered so is not a step.
        static string OnShape(params string[] effects) => $"""<p:audio><p:seq><p:cTn nodeType="interactiveSeq"><p:childTnLst>{Group(effects)}</p:childTnLst></p:cTn></p:seq></p:audio>""";
        var quiz = $"""
            ><p:cSld><p:spTree>{Shape(3, 0, 0, 9, 9, body: Paragraph("Which moth?"))}{Shape(4, 0, 0, 9, 9, body: Paragraph("The hawk"))}</p:spTree></p:cSld>
            {Timing(OnShape(Effect(4, "clickEffect", "entr")), OnShape(Effect(3, "clickEffect", "mediacall")), Click(Effect(3, "clickEffect", "entr")))}
            """;
        Pptx(PathOf("quiz.pptx"), [quiz]);
        Assert.Equal([("Which moth?", 2), ("The hawk", 3)], DeckFormats.Draw(PathOf("quiz.pptx"), MediaTypes.Pptx, [1])[0].Shapes.Select(s => (Words(s), s.FromStep)));

        static string Frame(string id, string text) => $"""<draw:frame draw:id="{id}" svg:x="0cm" svg:y="0cm" svg:width="9cm" svg:height="1cm"><draw:text-box><text:p>{text}</text:p></draw:text-box></draw:frame>""";
        static string Sequence(string kind, params (string Target, string Class)[] effects) => $"""
            <anim:seq presentation:node-type="{kind}">{string.Concat(effects.Select(e => $"<anim:par><anim:par><anim:par presentation:node-type=\"on-click\" presentation:preset-class=\"{e.Class}\"><anim:set smil:targetElement=\"{e.Target}\"/></anim:par></anim:par></anim:par>"))}</anim:seq>
            """;
        Odp(PathOf("quiz.odp"), "", $"""
            <draw:page draw:master-page-name="Night">{Frame("q", "Which moth?")}{Frame("a", "The hawk")}<anim:par presentation:node-type="timing-root">
            {Sequence("interactive-sequence", ("a", "entrance"))}{Sequence("main-sequence", ("q", "entrance"), ("q", "exit"), ("q", "entrance"))}</anim:par></draw:page>
            """);
        Assert.Equal([("Which moth?", 2, 2), ("Which moth?", 4, int.MaxValue), ("The hawk", 5, int.MaxValue)], DeckFormats.Draw(PathOf("quiz.odp"), MediaTypes.Odp, [1])[0].Shapes.Select(s => (Words(s), s.FromStep, s.ToStep)));

        // The pictures are right nevertheless.
        foreach (var either in new[] { "quiz.pptx", "quiz.odp" })
            Assert.Equal([["Slide 1: what a click on a shape reveals is the last step."], []], new[] { Read(PathOf(either)).NotUnderstood, Read(PathOf(either)).NotDrawn });

        // Nested groups that appear and disappear often do not multiply.
        const int deep = 30;
        var nested = Enumerable.Range(1, deep).Aggregate(Shape(99, 0, 0, 9, 9, body: Paragraph("Moth")), (inner, id) => $"<p:grpSp><p:nvGrpSpPr><p:cNvPr id=\"{id}\" name=\"g\"/></p:nvGrpSpPr>{inner}</p:grpSp>");
        var blinks = Enumerable.Range(0, 200).Select(k => Click([.. Enumerable.Range(1, deep).Select(id => Effect(id, id == 1 ? "clickEffect" : "withEffect", k % 2 == 0 ? "exit" : "entr"))]));
        Pptx(PathOf("blinks.pptx"), [$"><p:cSld><p:spTree>{nested}</p:spTree></p:cSld>{Timing([.. blinks])}"]);
        Assert.InRange(DeckFormats.Draw(PathOf("blinks.pptx"), MediaTypes.Pptx, [1])[0].Shapes.Count, 60, 65);
    }

    [Fact]
    public void Sounds_in_a_deck_keep_their_slides_loop_level_and_start()
    {
        static string Icon(int id) => $"""<p:pic><p:nvPicPr><p:cNvPr id="{id}" name="tune"/><p:nvPr><a:audioFile r:link="rTune"/></p:nvPr></p:nvPicPr><p:blipFill/><p:spPr/></p:pic>""";
        var first = $"""
            ><p:cSld><p:spTree>{Icon(5)}{Icon(6)}</p:spTree></p:cSld>
            {Timing(
                """<p:audio><p:cMediaNode vol="25000" numSld="3"><p:cTn repeatCount="indefinite"/><p:tgtEl><p:spTgt spid="5"/></p:tgtEl></p:cMediaNode></p:audio>""",
                Group(Effect(5, "afterEffect", "mediacall")), Click(Effect(6, "clickEffect", "mediacall")))}
            """;
        var outside = """><p:cSld><p:spTree><p:pic><p:nvPicPr><p:cNvPr id="5" name="far"/><p:nvPr><a:audioFile r:link="rFar"/></p:nvPr></p:nvPicPr></p:pic></p:spTree></p:cSld>""";
        Pptx(PathOf("tune.pptx"), [first, outside, "><p:cSld/>"], [("rTune", "audio", "../media/tune.wav"), ("rFar", "audio", "file:///srv/far.wav")], [("ppt/media/tune.wav", [1, 2, 3])]);
        var deck = Read(PathOf("tune.pptx"));
        Assert.Equal(
            [(1, 3, true, -12.0, "with", (int?)null), (1, 1, false, 0.0, "step", 2)],
            deck.Sounds.Select(s => (s.FirstSlide, s.LastSlide, s.Loop, s.LevelDb, s.Start, s.Step)));
        Assert.Equal([1, 2, 3], BytesOf(PathOf("tune.pptx"), deck.Sounds[0]));
        Assert.Equal(["Slide 2: a sound is stored outside the file and was not imported."], deck.NotUnderstood);
        // The icon of a sound is not drawn.
        Assert.Empty(DeckFormats.Draw(PathOf("tune.pptx"), MediaTypes.Pptx, [1])[0].Shapes);
    }

    [Fact]
    public void A_slide_inherits_positions_formats_and_colours()
    {
        var text = """<a:p><a:pPr lvl="1"/><a:r><a:rPr b="1"/><a:t>one</a:t></a:r></a:p><a:p><a:pPr lvl="1"/><a:r><a:t>two</a:t></a:r></a:p>""";
        var slide = $"""
            ><p:cSld><p:spTree>{Title("A title")}
            <p:sp><p:nvSpPr><p:cNvPr id="3" name="body"/><p:nvPr><p:ph type="body" idx="1"/></p:nvPr></p:nvSpPr><p:spPr/><p:txBody><a:bodyPr><a:normAutofit fontScale="50000"/></a:bodyPr>{text}</p:txBody></p:sp>
            {Shape(4, 0, 0, 10, 10, """<a:prstGeom prst="ellipse"/><a:solidFill><a:schemeClr val="accent1"><a:lumMod val="50000"/></a:schemeClr></a:solidFill>""")}
            <p:grpSp><p:nvGrpSpPr><p:cNvPr id="5" name="g"/><p:nvPr/></p:nvGrpSpPr><p:grpSpPr><a:xfrm rot="5400000"><a:off x="1270000" y="1270000"/><a:ext cx="2540000" cy="1270000"/><a:chOff x="0" y="0"/><a:chExt cx="1270000" cy="635000"/></a:xfrm></p:grpSpPr>
            {Shape(6, 0, 0, 50, 25, "<a:solidFill><a:srgbClr val=\"112233\"><a:alpha val=\"50000\"/></a:srgbClr></a:solidFill>")}</p:grpSp></p:spTree></p:cSld>
            """;
        Pptx(PathOf("inherit.pptx"), [slide]);
        var shapes = DeckFormats.Draw(PathOf("inherit.pptx"), MediaTypes.Pptx, [1])[0].Shapes;
        // The title's position comes from the layout, its format from the master, its colour and font from the theme.
        Assert.Equal(new Box(100, 50, 500, 100), shapes[0].Box);
        var title = shapes[0].Text!.Paragraphs[0];
        Assert.Equal((Align.Center, 44.0, 0xFF101820u, "Heading Face"), (title.Align, title.Runs[0].Size, title.Runs[0].Color, title.Runs[0].Font));
        var body = shapes[1].Text!.Paragraphs;
        Assert.Equal([("1.", 12.0, true), ("2.", 12.0, false)], body.Select(p => (p.Bullet!.Text, p.Runs[0].Size, p.Runs[0].Bold)));
        Assert.Equal((66.0, 143.75), (shapes[1].Box.X, shapes[1].Box.Y));
        Assert.Equal(new SolidPaint(0xFF402010), shapes[2].Fill);
        // A quarter of a group that is scaled by two and rotated by 90°: its upper left goes to the upper right.
        Assert.Equal((225.0, 100.0), (shapes[3].Box.X + shapes[3].Box.Width / 2, shapes[3].Box.Y + shapes[3].Box.Height / 2));
        Assert.Equal(new SolidPaint(0x80112233), shapes[3].Fill);
    }

    [Fact]
    public void An_OpenDocument_presentation_is_read_and_drawn()
    {
        Odp(PathOf("walk.odp"),
            """
            <style:style style:name="dp1" style:family="drawing-page"><style:drawing-page-properties presentation:transition-type="automatic" presentation:duration="PT00H00M06S" smil:type="fade" presentation:transition-speed="fast"/></style:style>
            <style:style style:name="dp2" style:family="drawing-page"><style:drawing-page-properties presentation:visibility="hidden" draw:fill="solid" draw:fill-color="#faf6ec"/></style:style>
            <style:style style:name="gr1" style:family="graphic"><style:graphic-properties draw:fill="solid" draw:fill-color="#d9772b" draw:opacity="50%" draw:stroke="none" draw:textarea-vertical-align="middle"/><style:paragraph-properties fo:text-align="center"/><style:text-properties fo:font-size="20pt" fo:color="#fffefa" fo:font-weight="bold"/></style:style>
            """,
            """
            <draw:page draw:name="p1" draw:style-name="dp1" draw:master-page-name="Night">
              <draw:frame presentation:class="title" draw:id="t" svg:x="2cm" svg:y="1cm" svg:width="20cm" svg:height="3cm"><draw:text-box><text:p>To the <text:span>mill</text:span></text:p></draw:text-box></draw:frame>
              <draw:custom-shape draw:id="s" draw:style-name="gr1" svg:width="4cm" svg:height="2cm" draw:transform="rotate (-1.5707963) translate (10cm 5cm)"><text:p>Ten minutes</text:p><draw:enhanced-geometry draw:type="ellipse"/></draw:custom-shape>
              <draw:frame draw:id="m"><draw:plugin xlink:href="../Media/stream.ogg" draw:mime-type="audio/ogg"/></draw:frame>
              <anim:par presentation:node-type="timing-root"><anim:seq presentation:node-type="main-sequence"><anim:par><anim:par><anim:par presentation:node-type="on-click" presentation:preset-class="entrance"><anim:set smil:targetElement="s"/></anim:par></anim:par></anim:par></anim:seq></anim:par>
              <presentation:notes><draw:frame><draw:text-box><text:p>Lead on.</text:p></draw:text-box></draw:frame></presentation:notes>
            </draw:page>
            <draw:page draw:name="p2" draw:style-name="dp2" draw:master-page-name="Night"><draw:rect svg:x="1cm" svg:y="1cm" svg:width="2cm" svg:height="1cm"/></draw:page>
            """,
            [("Media/stream.ogg", [7, 7])]);
        var deck = Read(PathOf("walk.odp"));
        Assert.Equal([("To the mill", "Lead on.", 6000L, false, 500L), ("Slide 2", "", null, true, 0L)], deck.Slides.Select(s => (s.Title, s.Notes, s.HoldMs, s.Hidden, s.TransitionMs)));
        Assert.Equal([(1, ""), (2, "Ten minutes")], deck.Slides[0].Steps.Select(s => (s.Number, s.Label)));
        Assert.Equal((1, "hand"), (deck.Sounds[0].FirstSlide, deck.Sounds[0].Start));
        Assert.Equal([7, 7], BytesOf(PathOf("walk.odp"), deck.Sounds[0]));

        var drawings = DeckFormats.Draw(PathOf("walk.odp"), MediaTypes.Odp, [1, 2]);
        Assert.Equal((793.7, new SolidPaint(0xFF1E2B2A)), (Math.Round(drawings[0].Width, 1), drawings[0].Background));
        Assert.Equal(new SolidPaint(0xFFFAF6EC), drawings[1].Background);
        var shape = drawings[0].Shapes.Single(s => Words(s) == "Ten minutes");
        Assert.Equal((90, 2, new SolidPaint(0x80D9772B)), (Math.Round(shape.Box.Turn), shape.FromStep, shape.Fill));
        // Rotated about its own corner at 10 cm, 5 cm: it is then to the left of it and below.
        Assert.Equal((9 * 72 / 2.54, 7 * 72 / 2.54), (shape.Box.X + shape.Box.Width / 2, shape.Box.Y + shape.Box.Height / 2), (a, b) => Math.Abs(a.Item1 - b.Item1) + Math.Abs(a.Item2 - b.Item2) < 0.01);
        Assert.Equal((20.0, 0xFFFFFEFAu, true, Anchor.Middle), (shape.Text!.Paragraphs[0].Runs[0].Size, shape.Text.Paragraphs[0].Runs[0].Color, shape.Text.Paragraphs[0].Runs[0].Bold, shape.Text.Anchor));
    }

    /// <summary>The bytes of a sound within a deck.</summary>
    internal static byte[] BytesOf(string path, DeckSound sound) => DeckFormats.ReadSoundAsync(path, sound, async content =>
    {
        var bytes = new MemoryStream();
        await content.CopyToAsync(bytes);
        return bytes.ToArray();
    }).Result;

    public void Dispose() => _folder.Delete(recursive: true);

    private string PathOf(string name) => Path.Combine(_folder.FullName, name);

    private static Deck Read(string path) => DeckFormats.Read([new(path, Path.GetFileName(path), new string('a', 64))]);

    private static string Words(DrawnShape shape) => string.Join('\n', shape.Text?.Paragraphs.Select(p => string.Concat(p.Runs.Select(r => r.Text))) ?? []);

    private static string Title(string text) =>
        $"""<p:sp><p:nvSpPr><p:cNvPr id="2" name="title"/><p:nvPr><p:ph type="title"/></p:nvPr></p:nvSpPr><p:spPr/><p:txBody><a:bodyPr/>{Paragraph(text)}</p:txBody></p:sp>""";

    private static string Timing(params string[] groups) => $"""
        <p:timing><p:tnLst><p:par><p:cTn nodeType="tmRoot"><p:childTnLst><p:seq><p:cTn nodeType="mainSeq"><p:childTnLst>{string.Concat(groups.Where(g => !g.StartsWith("<p:audio", StringComparison.Ordinal)))}</p:childTnLst></p:cTn></p:seq>
        {string.Concat(groups.Where(g => g.StartsWith("<p:audio", StringComparison.Ordinal)))}</p:childTnLst></p:cTn></p:par></p:tnLst></p:timing>
        """;

    private static string Click(params string[] effects) => Group(effects);

    private static string Group(params string[] effects) =>
        $"""<p:par><p:cTn><p:stCondLst><p:cond delay="indefinite"/></p:stCondLst><p:childTnLst><p:par><p:cTn><p:stCondLst><p:cond delay="0"/></p:stCondLst><p:childTnLst>{string.Concat(effects)}</p:childTnLst></p:cTn></p:par></p:childTnLst></p:cTn></p:par>""";

    private static string Effect(int shape, string node, string kind, int? paragraph = null, int delay = 0)
    {
        var range = paragraph is { } p ? $"<p:txEl><p:pRg st=\"{p}\" end=\"{p}\"/></p:txEl>" : "";
        return $"""<p:par><p:cTn presetClass="{kind}" nodeType="{node}"><p:stCondLst><p:cond delay="{delay}"/></p:stCondLst><p:childTnLst><p:set><p:cBhvr><p:tgtEl><p:spTgt spid="{shape}">{range}</p:spTgt></p:tgtEl></p:cBhvr></p:set></p:childTnLst></p:cTn></p:par>""";
    }
}
