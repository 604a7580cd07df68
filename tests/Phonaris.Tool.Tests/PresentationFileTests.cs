using System.Diagnostics;
using System.IO.Compression;
using System.Runtime.InteropServices;
using System.Text.Json;

namespace Phonaris.Tool.Tests;

/// <summary>A deck exported with its sounds: what other programs play.</summary>
[Collection(nameof(Toolbox))]
public sealed class PresentationFileTests : Toolbox
{
    [Fact]
    public void A_self_running_export_sounds_like_the_film()
    {
        MakeShow();
        Json("export", "a.phonaris", "--to", "a.wav");
        var clock = Json("export", "a.phonaris", "--to", "clock.pptx", "--for", "clock");
        // The deck had a sound of its own, which the show imported.
        Assert.Equal(["Media 3 1 is triggered manually, so it is not in a self-running file.", "Owl is triggered manually, so it is not in a self-running file."], Lost(clock));
        var deck = Json("deck", "clock.pptx");
        Assert.Equal([6000L, 6000, 4000], deck.GetProperty("slides").EnumerateArray().Select(s => s.GetProperty("holdMs").GetInt64()));
        var sounds = deck.GetProperty("sounds").EnumerateArray().ToList();
        // Its second slide is hidden: not shown, but counted in slide numbers.
        Assert.Equal([(1, 1, 0L), (1, 1, 1500), (1, 3, 0), (3, 3, 0), (3, 3, 0)], sounds.Select(s => (s.GetProperty("firstSlide").GetInt32(), s.GetProperty("lastSlide").GetInt32(), s.GetProperty("delayMs").GetInt64())).Order());
        // The chime on two slides is one file with its name.
        Assert.Contains("chime-1.m4a", sounds.Select(s => s.GetProperty("name").GetString()));
        Assert.Equal(4, sounds.Select(s => s.GetProperty("name").GetString()).Distinct().Count());

        using (var zip = ZipFile.OpenRead(PathOf("clock.pptx")))
            foreach (var media in zip.Entries.Where(e => e.Name.EndsWith(".m4a", StringComparison.Ordinal))) media.ExtractToFile(PathOf(media.Name));
        var film = Samples("a.wav");
        var sum = new float[film.Length];
        foreach (var sound in sounds)
        {
            long[] begins = [0, 288_000, 288_000];
            var at = 2 * (begins[sound.GetProperty("firstSlide").GetInt32() - 1] + sound.GetProperty("delayMs").GetInt64() * 48);
            foreach (var (sample, i) in Samples(sound.GetProperty("name").GetString()!).Select((s, i) => (s, i)))
                if (at + i < sum.Length) sum[at + i] += sample;
        }
        // Encoded, so not identical to the bit: the difference is 27 dB below the sound.
        Assert.InRange(Power(film.Zip(sum, (a, b) => a - b)) / Power(film), 0, 2e-3);
    }

    [Fact]
    public void A_presented_export_has_spans_loops_and_starts_and_reports_losses()
    {
        MakeShow();
        var hand = Json("export", "a.phonaris", "--to", "hand.pptx");
        Assert.Equal(["Pad, Night: loops, so it starts without its fade in.", "Pad: stops where its slides end, without its fade out.", "Pad: is not ducked under voices.", "Night: starts abruptly when the bed before it stops."], Lost(hand));
        var deck = Json("deck", "hand.pptx");
        Assert.Equal(
            [(1, 1, false, "with"), (1, 1, false, "with"), (1, 1, true, "with"), (1, 3, false, "hand"), (3, 3, false, "hand"), (3, 3, false, "with"), (3, 3, true, "with")],
            deck.GetProperty("sounds").EnumerateArray().Select(s => (s.GetProperty("firstSlide").GetInt32(), s.GetProperty("lastSlide").GetInt32(), s.GetProperty("loop").GetBoolean(), s.GetProperty("start").GetString()!)).Order());

        // An independent library finds them too, on all slides on which they can be started.
        var client = Path.Combine(Root(), "client");
        using var reader = Process.Start(new ProcessStartInfo("node", ["scripts/presentationSounds.mjs", PathOf("hand.pptx")]) { WorkingDirectory = client, RedirectStandardOutput = true })!;
        var found = JsonDocument.Parse(reader.StandardOutput.ReadToEnd()).RootElement.EnumerateArray().ToList();
        Assert.All(found, s => Assert.True(s.GetProperty("same").GetBoolean() && s.GetProperty("bytes").GetInt64() > 1000));
        Assert.Equal(["Chime 1 False", "Chime 1 False", "Media 3 1 1 False", "Night 1 True", "Owl 1 False", "Owl 3 False", "Pad 1 True", "Word 1 False"], found.Select(s => $"{s.GetProperty("name")} {s.GetProperty("across")} {s.GetProperty("loops")}").Order());

        // It contains little besides the deck and the sounds, and only the requested slides.
        using (var zip = ZipFile.OpenRead(PathOf("hand.pptx")))
            Assert.InRange(new FileInfo(PathOf("hand.pptx")).Length, 0, 1.05 * (new FileInfo(PathOf("deck.pptx")).Length + zip.Entries.Where(e => Path.GetExtension(e.Name) is ".m4a" or ".wav").Sum(e => e.CompressedLength)));
        // A sound on all slides started before this part: it is included, and its new start is reported.
        Json("place", "a.phonaris", "--sound", "rain.ogg", "--kind", "spot", "--span", "1-3");
        var part = Json("export", "a.phonaris", "--to", "part.pptx", "--for", "hand", "--slides", "3");
        var own = Json("deck", "part.pptx");
        Assert.Equal(1, own.GetProperty("slides").GetArrayLength());
        Assert.Contains("Rain: started before slide 3, but here it starts with that slide.", Lost(part));
        Assert.Contains("rain", string.Join(' ', own.GetProperty("sounds").EnumerateArray().Select(s => s.GetProperty("name").GetString())));
    }

    /// <summary>Three slides: a looping bed that another replaces, a word, a chime on each, and a manual owl on the last two.</summary>
    private void MakeShow()
    {
        File.Copy(Path.Combine(AppContext.BaseDirectory, "night-walk.pptx"), PathOf("deck.pptx"));
        Ffmpeg("pad.ogg", "-f", "lavfi", "-i", "anoisesrc=c=pink:r=48000:a=0.3:d=5:seed=3", "-ac", "2");
        Ffmpeg("night.ogg", "-f", "lavfi", "-i", "anoisesrc=c=pink:r=48000:a=0.2:d=9:seed=4", "-ac", "2");
        Ffmpeg("rain.ogg", "-f", "lavfi", "-i", "anoisesrc=c=white:r=48000:a=0.1:d=9:seed=6", "-ac", "2");
        Ffmpeg("word.wav", "-f", "lavfi", "-i", "anoisesrc=c=brown:r=48000:a=0.3:d=3:seed=5", "-ac", "2");
        Ffmpeg("chime.wav", "-f", "lavfi", "-i", "sine=700:duration=1.5:sample_rate=48000", "-ac", "2");
        Ffmpeg("owl.wav", "-f", "lavfi", "-i", "sine=400:duration=1:sample_rate=48000", "-ac", "2");
        Json("new", "a.phonaris", "--deck", "deck.pptx", "--hold", "6");
        Json("hold", "a.phonaris", "--slide", "3", "--seconds", "4");
        Json("place", "a.phonaris", "--sound", "pad.ogg", "--kind", "bed", "--span", "1-3", "--loop", "fill", "--fade-in", "1", "--fade-out", "2");
        Json("place", "a.phonaris", "--sound", "night.ogg", "--kind", "bed", "--span", "3");
        Json("place", "a.phonaris", "--sound", "word.wav", "--kind", "voice", "--span", "1", "--delay", "1.5");
        Json("place", "a.phonaris", "--sound", "chime.wav", "--kind", "spot", "--span", "1-3", "--each-slide");
        Json("place", "a.phonaris", "--sound", "owl.wav", "--kind", "spot", "--span", "1-3", "--start", "hand");
    }

    private static IEnumerable<string> Lost(JsonElement export) => export.GetProperty("lost").EnumerateArray().Select(l => l.GetString()!);

    private static double Power(IEnumerable<float> samples) => samples.Sum(s => (double)s * s);

    private float[] Samples(string file)
    {
        Ffmpeg($"{file}.f32", "-y", "-i", file, "-f", "f32le", "-ac", "2", "-ar", "48000");
        return MemoryMarshal.Cast<byte, float>(File.ReadAllBytes(PathOf($"{file}.f32"))).ToArray();
    }

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Phonaris.slnx"))) folder = folder.Parent!;
        return folder.FullName;
    }
}
