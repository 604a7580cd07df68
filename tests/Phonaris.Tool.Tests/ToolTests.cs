using System.IO.Compression;
using System.Text.Json;
using SkiaSharp;

namespace Phonaris.Tool.Tests;

/// <summary>The command line as scripts use it: its output and its exit codes. Three of these tests start the built program; the others run the same code in this process.</summary>
[Collection(nameof(Toolbox))]
public sealed class ToolTests : Toolbox
{
    [Fact]
    public void From_pictures_and_a_sound_to_a_measured_film()
    {
        for (var n = 1; n <= 4; n++) Picture($"{n}.png", new(0x40, (byte)(n * 50), 0x80));
        Ffmpeg("tone.flac", "-f", "lavfi", "-i", "sine=1000:duration=3:sample_rate=48000", "-af", "volume=4,pan=stereo|c0=c0|c1=c0");
        Assert.Equal(4, Json("new", "a.phonaris", "--deck", "1.png", "2.png", "3.png", "4.png", "--hold", "2").GetProperty("slides").GetInt32());
        Assert.Equal(144_000, Json("add", "a.phonaris", "--sound", "tone.flac", "--kind", "bed").GetProperty("frames").GetInt64());
        Json("hold", "a.phonaris", "--slide", "4", "--seconds", "1.5");
        Json("place", "a.phonaris", "--sound", "tone.flac", "--span", "2-3", "--in", "0.5", "--out", "2.5", "--loop", "fill", "--level", "-6", "--fade-in", "1", "--fade-out", "0.5");

        var show = Json("show", "a.phonaris");
        var cue = show.GetProperty("schedule").GetProperty("cues")[0];
        Assert.Equal((96_000, 288_000), (cue.GetProperty("startFrame").GetInt64(), cue.GetProperty("endFrame").GetInt64()));
        Assert.Equal(360_000, show.GetProperty("runningOrder").GetProperty("totalFrames").GetInt64());

        Json("export", "a.phonaris", "--to", "a.wav");
        var measured = Json("measure", "a.wav");
        Assert.Equal((360_000, 48_000, 2), (measured.GetProperty("frames").GetInt64(), measured.GetProperty("sampleRate").GetInt32(), measured.GetProperty("channels").GetInt32()));
        // A sine of half scale, 6 dB lower.
        Assert.Equal(-12.04, measured.GetProperty("samplePeakDbfs").GetDouble(), 0.05);
        Assert.Equal(192_000, Json("export", "a.phonaris", "--to", "b.flac", "--slides", "2-3").GetProperty("frames").GetInt64());
        Assert.True(Json("export", "a.phonaris", "--to", "a.mp4", "--size", "320x180").GetProperty("bytes").GetInt64() > 2000);
    }

    [Fact]
    public void A_draft_places_sounds_by_name_and_music_over_all()
    {
        for (var n = 1; n <= 3; n++) Picture($"{n}.png", SKColors.Red);
        Ffmpeg("2 voice.wav", "-f", "lavfi", "-i", "sine=300:duration=4:sample_rate=48000", "-ac", "2");
        Ffmpeg("theme.wav", "-f", "lavfi", "-i", "sine=110:duration=9:sample_rate=48000", "-ac", "2");
        Ffmpeg("buzz.wav", "-f", "lavfi", "-i", "sine=900:duration=1:sample_rate=48000", "-ac", "2");
        Json("new", "a.phonaris", "--deck", "1.png", "2.png", "3.png", "--hold", "3");
        foreach (var file in (string[])["2 voice.wav", "theme.wav", "buzz.wav"]) Json("add", "a.phonaris", "--sound", file);
        var looked = Json("draft", "a.phonaris", "--look");
        Assert.Equal(("Places 1 bed, 1 voice. 1 sound stays unused.", 0), (looked.GetProperty("says").GetString(), Json("show", "a.phonaris").GetProperty("cues").GetArrayLength()));
        Assert.Equal("its name doesn’t mention a slide", looked.GetProperty("leftOut")[0].GetProperty("why").GetString());
        Json("draft", "a.phonaris", "--without", "theme.wav");
        Json("draft", "a.phonaris");
        var show = Json("show", "a.phonaris");
        // The voice with a pause makes its slide 5 s long; the music is under all 11 s.
        Assert.Equal([(144_000, 336_000), (0, 528_000)], show.GetProperty("schedule").GetProperty("cues").EnumerateArray().Select(c => (c.GetProperty("startFrame").GetInt32(), c.GetProperty("endFrame").GetInt32())).OrderByDescending(c => c.Item1));
        Assert.Equal(0, Json("draft", "a.phonaris").GetProperty("cues").GetArrayLength());
    }

    [Fact]
    public void Levels_are_printed_matched_and_followed()
    {
        for (var n = 1; n <= 3; n++) Picture($"{n}.png", SKColors.Red);
        Ffmpeg("soft.wav", "-f", "lavfi", "-i", "anoisesrc=c=pink:r=48000:a=0.2:d=10:seed=1", "-ac", "2");
        Ffmpeg("loud.wav", "-f", "lavfi", "-i", "anoisesrc=c=pink:r=48000:a=0.8:d=20:seed=1", "-ac", "2");
        Json("new", "a.phonaris", "--deck", "1.png", "2.png", "3.png", "--hold", "6");
        Json("place", "a.phonaris", "--sound", "soft.wav", "--kind", "voice", "--span", "1", "--level", "0");
        Json("place", "a.phonaris", "--sound", "loud.wav", "--kind", "bed", "--span", "1-3", "--level", "0");
        var before = Json("levels", "a.phonaris");
        Assert.Equal(JsonValueKind.False, before.GetProperty("cues")[0].GetProperty("follows").ValueKind);
        AssertAsMeasured(before);
        var after = Json("levels", "a.phonaris", "--match", "--for", "broadcast");
        Assert.Equal(after.GetRawText(), Json("levels", "a.phonaris").GetRawText());
        AssertAsMeasured(after);
        Assert.Equal(-23, after.GetProperty("cues")[0].GetProperty("integratedLufs").GetDouble(), 0.5);
        Assert.Equal((-29, 3), (after.GetProperty("cues")[1].GetProperty("targetLufs").GetDouble(), after.GetProperty("slides").GetArrayLength()));
        Assert.Equal(-29, after.GetProperty("slides")[2].GetProperty("integratedLufs").GetDouble(), 0.5);

        void AssertAsMeasured(JsonElement levels)
        {
            Json("export", "a.phonaris", "--to", "a.wav");
            var (told, measured) = (levels.GetProperty("whole"), Json("measure", "a.wav"));
            Assert.Equal(measured.GetProperty("integratedLufs").GetDouble(), told.GetProperty("integratedLufs").GetDouble(), 0.1);
            Assert.Equal(measured.GetProperty("truePeakDbtp").GetDouble(), told.GetProperty("truePeakDbtp").GetDouble(), 0.2);
        }
    }

    [Fact]
    public void A_video_is_placed_checked_and_imported_from_a_presentation()
    {
        Picture("1.png", SKColors.Red);
        Picture("2.png", SKColors.Blue);
        Ffmpeg("moth.mp4", "-f", "lavfi", "-i", "testsrc=s=160x90:r=25:d=5", "-f", "lavfi", "-i", "sine=440:d=5", "-c:v", "libx264", "-pix_fmt", "yuv420p", "-c:a", "aac");
        Json("new", "a.phonaris", "--deck", "1.png", "2.png", "--hold", "4");
        var id = Json("place", "a.phonaris", "--video", "moth.mp4", "--slide", "2", "--at", "0.5,0.5,0.4,0.4", "--in", "1.5", "--level", "-12").GetProperty("id").GetString();
        var show = Json("show", "a.phonaris");
        var (sound, cue) = (show.GetProperty("sounds")[0], show.GetProperty("cues")[0]);
        Assert.Equal(("video", 160, "h264"), (sound.GetProperty("kind").GetString(), sound.GetProperty("video").GetProperty("width").GetInt32(), sound.GetProperty("video").GetProperty("coding").GetString()));
        Assert.Equal((id, 0.4, 72_000), (cue.GetProperty("id").GetString(), cue.GetProperty("video").GetProperty("width").GetDouble(), cue.GetProperty("inFrame").GetInt64()));
        Assert.Contains("Moth starts with this slide and plays to its end here.", Run("explain", "a.phonaris", "--slide", "2").Output, StringComparison.Ordinal);
        Assert.DoesNotContain("cut-video", Found("a.phonaris"));
        // Muted, it is still visible and checked; in full it is longer than its slide.
        Json("place", "a.phonaris", "--video", "Moth", "--slide", "1", "--at", "whole", "--mute", "--loop", "once");
        Assert.Contains("cut-video", Found("a.phonaris"));
        AssertFails(3, "four shares", "place", "a.phonaris", "--video", "Moth", "--slide", "1", "--at", "here");
        AssertFails(2, "either --sound or --video", "place", "a.phonaris", "--video", "Moth", "--sound", "Moth", "--slide", "1");
        Assert.True(Json("export", "a.phonaris", "--to", "a.mp4", "--size", "320x180").GetProperty("bytes").GetInt64() > 2000);

        // In a presentation file that a presenter advances, it has the same position, trim, level and mute.
        Json("place", "a.phonaris", "--video", "Moth", "--slide", "2", "--in", "4", "--start", "hand", "--level", "0");
        foreach (var by in new[] { "hand", "clock" })
        {
            Assert.Empty(Json("export", "a.phonaris", "--to", $"{by}.pptx", "--for", by).GetProperty("lost").EnumerateArray());
            Assert.Equal(
                [(1, "with", 1.0, 0, true, 0.0), (2, "hand", 0.6, 4000, false, 0), (2, "with", 0.4, 1500, false, -12)],
                Json("deck", $"{by}.pptx").GetProperty("videos").EnumerateArray()
                    .Select(v => (v.GetProperty("slide").GetInt32(), v.GetProperty("start").GetString()!, Math.Round(v.GetProperty("at")[2].GetDouble(), 3), v.GetProperty("inMs").GetInt32(), v.GetProperty("muted").GetBoolean(), v.GetProperty("levelDb").GetDouble()))
                    .Order());
        }

        // From a presentation by another writer.
        var deck = Path.Combine(AppContext.BaseDirectory, "lamp-talk.pptx");
        var found = Json("deck", deck).GetProperty("videos")[0];
        Assert.Equal((2, "hand", false), (found.GetProperty("slide").GetInt32(), found.GetProperty("start").GetString(), found.GetProperty("muted").GetBoolean()));
        Assert.Equal([0.5, 0.4, 0.4, 0.4], found.GetProperty("at").EnumerateArray().Select(n => n.GetDouble()));
        Json("new", "b.phonaris", "--deck", deck);
        Assert.Equal((0.5, "hand"), (Json("show", "b.phonaris").GetProperty("cues")[0] is var taken ? taken.GetProperty("video").GetProperty("x").GetDouble() : 0, taken.GetProperty("start").GetProperty("kind").GetString()));

        IEnumerable<string?> Found(string path) => Json("check", path).GetProperty("findings").EnumerateArray().Select(f => f.GetProperty("check").GetString());
    }

    [Fact]
    public void Checks_set_the_exit_code()
    {
        Picture("1.png", SKColors.Red);
        Picture("2.png", SKColors.Blue);
        Ffmpeg("hum.wav", "-f", "lavfi", "-i", "aevalsrc=0.5*sin(220*2*PI*t):d=20:s=48000", "-ac", "2");
        Json("new", "a.phonaris", "--deck", "1.png", "2.png", "--hold", "6");
        Json("place", "a.phonaris", "--sound", "hum.wav", "--kind", "bed", "--span", "1-2", "--fade-out", "0");
        var found = Json("check", "a.phonaris").GetProperty("findings").EnumerateArray().ToDictionary(f => f.GetProperty("check").GetString()!);
        Assert.Equal(["abrupt-end", "unknown-rights"], found.Keys.Order());
        Assert.Equal(("heard", 2), (found["abrupt-end"].GetProperty("gravity").GetString(), found["abrupt-end"].GetProperty("slide").GetInt32()));
        Assert.Equal("Fade it out over 2.0 s", found["abrupt-end"].GetProperty("remedies")[0].GetString());
        Assert.Equal(("tidy", JsonValueKind.Null), (found["unknown-rights"].GetProperty("gravity").GetString(), found["unknown-rights"].GetProperty("slide").ValueKind));
        Assert.Equal(4, Run("check", "a.phonaris", "--strict", "--json").Code);
        Json("new", "b.phonaris", "--deck", "1.png", "2.png", "--hold", "6");
        Json("place", "b.phonaris", "--sound", "hum.wav", "--kind", "bed", "--span", "1-2", "--fade-out", "2");
        // Minor findings do not stop a script.
        Assert.Equal(0, Run("check", "b.phonaris", "--strict").Code);
    }

    [Fact]
    public async Task Concurrent_verbs_on_one_package_all_count()
    {
        Picture("1.png", SKColors.Red);
        Ffmpeg("tone.wav", "-f", "lavfi", "-i", "sine=1000:duration=1");
        Json("new", "a.phonaris", "--deck", "1.png");
        await Task.WhenAll(Enumerable.Range(0, 4).Select(n => Task.Run(() => JsonOf(Start("place", "a.phonaris", "--sound", "tone.wav", "--span", "1", "--delay", $"{n}", "--json")))));
        Assert.Equal([0, 1000, 2000, 3000], Json("show", "a.phonaris").GetProperty("cues").EnumerateArray().Select(c => c.GetProperty("delayMs").GetInt64()).Order());
    }

    [Fact]
    public void A_deck_is_printed_and_its_pictures_written()
    {
        Ffmpeg("moth wings.png", "-f", "lavfi", "-i", "testsrc=s=640x360", "-frames:v", "1");
        var slide = Json("deck", "moth wings.png", "--pictures", "out").GetProperty("slides")[0];
        Assert.Equal((1, "Moth wings"), (slide.GetProperty("number").GetInt32(), slide.GetProperty("title").GetString()));
        Assert.True(File.Exists(PathOf("out/0001.png")));
    }

    [Fact]
    public void A_presentation_becomes_a_show_with_its_sounds_and_cues_can_start_in_every_way()
    {
        var pptx = Path.Combine(AppContext.BaseDirectory, "night-walk.pptx");
        var deck = Json("deck", pptx, "--pictures", "out", "--sheet", "sheet.png");
        Assert.Equal(["Opening", "Opening", "The walk"], deck.GetProperty("slides").EnumerateArray().Select(s => s.GetProperty("section").GetString()));
        Assert.Equal((3, "hand"), (deck.GetProperty("sounds")[0].GetProperty("firstSlide").GetInt32(), deck.GetProperty("sounds")[0].GetProperty("start").GetString()));
        Assert.Equal(0, deck.GetProperty("notUnderstood").GetArrayLength());
        Assert.Contains(deck.GetProperty("fonts").EnumerateArray(), f => (f.GetProperty("named").GetString(), f.GetProperty("used").GetString()) == ("Calibri", "Carlito"));
        Assert.Equal(3, Directory.GetFiles(PathOf("out")).Length);
        // All in one picture: two beside each other, 320 wide, the third below the first.
        using (var sheet = SkiaSharp.SKBitmap.Decode(PathOf("sheet.png")))
        {
            Assert.Equal((3 * 16 + 2 * 320, 3 * 16 + 2 * (180 + 28)), (sheet.Width, sheet.Height));
            Assert.Equal([0xFF1E2B2A, 0xFFFAF6ECu, 0xFFFFFFFF], new[] { (18, 18), (354, 18), (18, 242) }.Select(p => (uint)sheet.GetPixel(p.Item1, p.Item2)));
        }

        Json("new", "a.phonaris", "--deck", pptx, "--hold", "4");
        Ffmpeg("chime.wav", "-f", "lavfi", "-i", "sine=1000:duration=0.5:sample_rate=48000", "-af", "volume=4,pan=stereo|c0=c0|c1=c0");
        Json("place", "a.phonaris", "--sound", "chime.wav", "--span", "all", "--each-slide", "--kind", "spot", "--level", "0");
        Json("place", "a.phonaris", "--sound", "chime.wav", "--span", "3", "--start", "hand");
        Json("place", "a.phonaris", "--sound", "chime.wav", "--span", "1", "--step", "1", "--delay", "2");
        AssertFails(3, "Slide 2 is hidden", "place", "a.phonaris", "--sound", "chime.wav", "--span", "2");
        Assert.StartsWith("This slide is hidden", Run("explain", "a.phonaris", "--slide", "2").Output, StringComparison.Ordinal);
        AssertFails(3, "has only 1 step", "place", "a.phonaris", "--sound", "chime.wav", "--span", "1", "--step", "2");
        var show = Json("show", "a.phonaris");
        // The hidden slide is not in the running order: two of four seconds, a chime on each, one after two seconds, one manual besides the deck's own.
        Assert.Equal([0L, 96_000, 192_000], show.GetProperty("schedule").GetProperty("cues").EnumerateArray().Select(c => c.GetProperty("startFrame").GetInt64()).Order());
        Assert.Equal(2, show.GetProperty("schedule").GetProperty("silent").GetArrayLength());

        var lines = Json("explain", "a.phonaris", "--slide", "3").GetProperty("lines").EnumerateArray().ToList();
        Assert.Equal((true, "Chime starts with this slide and plays to its end here."), (lines[0].GetProperty("sounds").GetBoolean(), lines[0].GetProperty("sentence").GetString()));
        Assert.Contains(lines, l => l.GetProperty("sentence").GetString() == "Chime is triggered manually." && l.GetProperty("remedy").GetString() == "Start with its slide");
        AssertFails(3, "slides 1 to 3", "explain", "a.phonaris", "--slide", "7");

        // Half the speed, twice the length, to the frame; also in the export.
        Json("place", "a.phonaris", "--sound", "chime.wav", "--span", "1", "--delay", "1", "--speed", "0.5", "--loop", "once", "--kind", "spot");
        AssertFails(3, "between 0.5 and 2", "place", "a.phonaris", "--sound", "chime.wav", "--span", "1", "--speed", "3");
        var slow = Json("show", "a.phonaris").GetProperty("schedule").GetProperty("cues").EnumerateArray().Single(c => c.GetProperty("startFrame").GetInt64() == 48_000);
        Assert.Equal(48_000 + 48_000, slow.GetProperty("endFrame").GetInt64());
        Json("export", "a.phonaris", "--to", "a.wav");
        var measured = Json("measure", "chime.wav");
        // Half scale on both sides: −6.02 dBTP, and about −6 LUFS.
        Assert.Equal(-6.02, measured.GetProperty("truePeakDbtp").GetDouble(), 0.05);
        Assert.Equal(-6.0, measured.GetProperty("integratedLufs").GetDouble(), 0.2);
        Assert.Equal(JsonValueKind.Null, measured.GetProperty("rangeLu").ValueKind);
    }

    [Fact]
    public void Music_is_analysed_and_fitted()
    {
        // Two beats per second, a chord for each bar of four.
        Ffmpeg("reel.flac", "-f", "lavfi", "-i", "aevalsrc='0.3*sin(2*PI*(220+55*floor(mod(t,8)/2))*t)*exp(-6*mod(t,0.5))+0.3*(random(0)-0.5)*exp(-60*mod(t,0.5))':d=48:s=48000", "-ac", "2");
        var beats = Json("beats", "reel.flac");
        Assert.Equal(120, beats.GetProperty("tempoBpm").GetDouble(), 1.0);
        Assert.InRange(beats.GetProperty("confidence").GetDouble(), 0.5, 1);
        Assert.All(beats.GetProperty("beats").EnumerateArray().Skip(2), b => Assert.InRange(Math.Abs(b.GetDouble() * 2 - Math.Round(b.GetDouble() * 2)), 0, 0.06));

        foreach (var (method, length, endsNaturally) in (ReadOnlySpan<(string, double, bool)>)[
            ("recut", 31.004, true), ("recut", 70, true), ("loop", 70, true), ("loop", 51, false), ("stretch", 50, true), ("silence", 50, true), ("shorten", 40, false)])
        {
            var fitted = Json("fit", "reel.flac", "--length", length.ToString(System.Globalization.CultureInfo.InvariantCulture), "--method", method, "--out", "fit.wav");
            Assert.Equal((long)Math.Round(length * 48_000), fitted.GetProperty("frames").GetInt64());
            Assert.Equal(fitted.GetProperty("frames").GetInt64(), Json("measure", "fit.wav").GetProperty("frames").GetInt64());
            Assert.Equal(endsNaturally, fitted.GetProperty("endsNaturally").GetBoolean());
            if (method == "recut") Assert.NotEmpty(fitted.GetProperty("joins").EnumerateArray());
        }
        AssertFails(3, "Use Shorten instead", "fit", "reel.flac", "--length", "2", "--method", "recut", "--out", "no.wav");

        for (var n = 1; n <= 3; n++) Picture($"{n}.png", new(0x40, (byte)(n * 50), 0x80));
        Json("new", "a.phonaris", "--deck", "1.png", "2.png", "3.png", "--hold", "11");
        AssertFails(3, "Use Re-cut instead", "place", "a.phonaris", "--sound", "reel.flac", "--span", "all", "--kind", "bed", "--fit", "stretch");
        Json("place", "a.phonaris", "--sound", "reel.flac", "--span", "all", "--kind", "bed", "--fit", "re-cut");
        Json("hold", "a.phonaris", "--slide", "2", "--seconds", "17");
        var cue = Json("show", "a.phonaris").GetProperty("schedule").GetProperty("cues")[0];
        Assert.Equal((39 * 48_000, 39 * 48_000), (cue.GetProperty("endFrame").GetInt64(), cue.GetProperty("source").GetProperty("cut").GetProperty("passages").EnumerateArray().Sum(p => p.GetProperty("frames").GetInt64())));
        // Older scripts find the names they know.
        Assert.Equal(cue.GetProperty("worstEdit").GetRawText(), cue.GetProperty("worstJoin").GetRawText());
        // A piece that ends with the show starts when it must; the timing sheet shows it.
        Ffmpeg("close.flac", "-f", "lavfi", "-i", "sine=330:duration=5:sample_rate=48000", "-ac", "2");
        Json("place", "a.phonaris", "--sound", "close.flac", "--span", "3", "--kind", "bed", "--start", "end", "--loop", "once");
        Json("export", "a.phonaris", "--to", "a.csv");
        Assert.Contains("Close,bed,0:34.0,0:39.0,0:00.0,0:05.0,", File.ReadAllText(PathOf("a.csv")));
        // Or the slides are made as long as the music.
        Json("place", "a.phonaris", "--sound", "reel.flac", "--span", "all", "--kind", "bed", "--fit", "re-pace");
        Assert.Equal(48 * 48_000, Json("show", "a.phonaris").GetProperty("runningOrder").GetProperty("totalFrames").GetInt64());
        // With slide changes on beats: each is within a millisecond of one.
        Json("place", "a.phonaris", "--sound", "reel.flac", "--span", "all", "--kind", "bed", "--fit", "re-pace", "--on", "beats");
        var moments = Json("beats", "reel.flac").GetProperty("beats").EnumerateArray().Select(b => b.GetDouble()).ToList();
        foreach (var slide in Json("show", "a.phonaris").GetProperty("runningOrder").GetProperty("slides").EnumerateArray().Skip(1))
            Assert.Contains(moments, b => Math.Abs(b - slide.GetProperty("startFrame").GetInt64() / 48_000.0) < 0.0011);
        AssertFails(2, "works only with --fit re-pace", "place", "a.phonaris", "--sound", "reel.flac", "--span", "all", "--on", "bars");
        Assert.Contains("phonaris place <show> [options]", Run("place", "--help").Output, StringComparison.Ordinal);
    }

    [Fact]
    public void Exports_follow_the_extension_and_report_losses()
    {
        for (var n = 1; n <= 3; n++) Picture($"{n}.png", new(0x40, (byte)(n * 50), 0x80));
        Ffmpeg("tone.flac", "-f", "lavfi", "-i", "sine=330:duration=4:sample_rate=48000", "-metadata", "title=A tone", "-ac", "2");
        Ffmpeg("chime.wav", "-f", "lavfi", "-i", "sine=900:duration=1:sample_rate=48000", "-ac", "2");
        Ffmpeg("spare.wav", "-f", "lavfi", "-i", "sine=500:duration=1:sample_rate=48000", "-ac", "2");
        Json("new", "a.phonaris", "--deck", "1.png", "2.png", "3.png", "--hold", "2");
        var bed = Json("place", "a.phonaris", "--sound", "tone.flac", "--kind", "bed", "--span", "all", "--loop", "fill", "--level", "-6").GetProperty("id").GetString()!;
        Json("place", "a.phonaris", "--sound", "tone.flac", "--kind", "bed", "--span", "2", "--level", "-12");
        Json("place", "a.phonaris", "--sound", "chime.wav", "--kind", "spot", "--span", "2", "--start", "hand");
        Json("add", "a.phonaris", "--sound", "spare.wav", "--kind", "spot");

        foreach (var (file, frames) in new[] { ("b.mp3", 288_000), ("b.opus", 288_000), ("b.m4a", 288_000) })
        {
            Json("export", "a.phonaris", "--to", file);
            Assert.InRange(Json("measure", file).GetProperty("frames").GetInt64(), frames, frames + 4_700);
        }
        Assert.Contains("Chime is triggered manually", Json("export", "a.phonaris", "--to", "a.webm", "--size", "320x180", "--fps", "25").GetProperty("lost")[0].GetString());
        Json("export", "a.phonaris", "--to", "cue.wav", "--cue", bed);
        // Enabled while the later bed replaces it.
        Assert.Equal(192_000, Json("measure", "cue.wav").GetProperty("frames").GetInt64());
        AssertFails(3, "no longer in the show", "export", "a.phonaris", "--to", "cue.wav", "--cue", "none");

        var stems = Json("export", "a.phonaris", "--to", "stems", "--stems", "cues").GetProperty("files").EnumerateArray().Select(f => f.GetString()).ToList();
        Assert.Equal(["01 Tone.wav", "02 Tone.wav"], stems);
        Assert.Equal(288_000, Json("measure", "stems/02 Tone.wav").GetProperty("frames").GetInt64());
        Assert.Equal(["1 beds.wav"], Json("export", "a.phonaris", "--to", "bands", "--stems", "bands").GetProperty("files").EnumerateArray().Select(f => f.GetString()));

        Json("export", "a.phonaris", "--to", "a.otioz");
        using (var zip = ZipFile.OpenRead(PathOf("a.otioz")))
        {
            Assert.Equal(["chime.wav", "content.otio", "slide-001.png", "slide-002.png", "slide-003.png", "tone.flac", "version.txt"], zip.Entries.Select(e => e.Name).Order(StringComparer.Ordinal));
            using var otio = JsonDocument.Parse(zip.GetEntry("content.otio")!.Open());
            Assert.Equal(4, otio.RootElement.GetProperty("tracks").GetProperty("children").GetArrayLength());
        }
        AssertFails(3, "have no notes", "export", "a.phonaris", "--to", "a.vtt");
        Json("export", "a.phonaris", "--to", "m.csv", "--sheet", "music");
        Assert.Contains("A tone,unknown,unknown,unknown,bed,0:02.0,", File.ReadAllText(PathOf("m.csv")));
        // Sheets are marked as UTF-8, so that spreadsheets show accents correctly.
        Assert.Equal([0xEF, 0xBB, 0xBF], File.ReadAllBytes(PathOf("m.csv"))[..3]);
        Json("export", "a.phonaris", "--to", "r.html", "--sheet", "run");
        Assert.Contains("<kbd>1</kbd> Chime, manual", File.ReadAllText(PathOf("r.html")));
        // An html without a sheet is the player in one file; a zip has its files beside it. Neither contains what only the author needs.
        Json("export", "a.phonaris", "--to", "p.html", "--for", "clock", "--slides", "2-3");
        var player = File.ReadAllText(PathOf("p.html"));
        Assert.Contains("\"advanceMode\":\"plan\"", player);
        Assert.DoesNotContain("tone.flac", player);
        Json("export", "a.phonaris", "--to", "p.zip");
        using (var zip = ZipFile.OpenRead(PathOf("p.zip"))) Assert.Equal(["index.html", "player/0-0.js", "player/1-0.js", "player/2-0.js", "player/player.css", "player/player.js", "player/show.js"], zip.Entries.Select(e => e.FullName).Where(n => !n.Contains("slide")).Order(StringComparer.Ordinal));
        AssertFails(3, "Use html", "export", "a.phonaris", "--to", "r.csv", "--sheet", "run");
        Json("export", "a.phonaris", "--to", "copy.phonaris");
        Assert.Equal(Json("show", "a.phonaris").GetRawText(), Json("show", "copy.phonaris").GetRawText());

        var cleared = Json("clear", "a.phonaris", "--for", "web").GetProperty("sounds").EnumerateArray().Select(c => (c.GetProperty("name").GetString(), c.GetProperty("answer").GetString()));
        Assert.Equal([("Tone", "ask"), ("Chime", "ask")], cleared);
    }

    [Fact]
    public void Bad_input_exits_with_3_and_bad_usage_with_2()
    {
        File.WriteAllText(PathOf("words.mp3"), "no sound");
        File.WriteAllText(PathOf("words.pdf"), "no deck");
        Picture("1.png", SKColors.Red);
        Json("new", "a.phonaris", "--deck", "1.png");
        var before = File.ReadAllBytes(PathOf("a.phonaris"));
        AssertFails(3, "words.mp3 is not a sound", "add", "a.phonaris", "--sound", "words.mp3");
        AssertFails(3, "words.pdf is not a deck", "new", "b.phonaris", "--deck", "words.pdf");
        AssertFails(3, "does not exist", "new", "b.phonaris", "--deck", "gone.pdf");
        AssertFails(3, "Slide 9 does not exist", "hold", "a.phonaris", "--slide", "9", "--seconds", "1");
        AssertFails(3, "outside the show", "export", "a.phonaris", "--to", "x.wav", "--slides", "2-3");
        AssertFails(3, "Use mp4, webm, wav, flac", "export", "a.phonaris", "--to", "x.avi");
        AssertFails(3, "--cue works only with sound files", "export", "a.phonaris", "--to", "x.mp4", "--cue", "c1");
        AssertFails(3, "--for works only with a pptx or a player", "export", "a.phonaris", "--to", "x.wav", "--for", "hand");
        AssertFails(3, "Omit --slides", "export", "a.phonaris", "--to", "x.phonaris", "--slides", "1");
        AssertFails(3, "c.phonaris does not exist", "show", "c.phonaris");
        var (usage, nothing, says) = Start("show", "a.phonaris", "--frob");
        Assert.Equal((2, ""), (usage, nothing));
        Assert.Contains("Unrecognized", says);
        var (code, _, errors) = Start([("PATH", PathOf("nowhere"))], "measure", "1.png");
        // The machine is the reason, not the file.
        Assert.Equal(1, code);
        Assert.Contains("ffprobe is not installed", errors);
        Assert.Equal(before, File.ReadAllBytes(PathOf("a.phonaris")));
        Assert.Equal(["1.png", "a.phonaris", "cache", "words.mp3", "words.pdf"], Directory.GetFileSystemEntries(Folder).Select(Path.GetFileName).Order());
    }
}
