using System.Diagnostics;
using System.Runtime.InteropServices;
using System.Security.Cryptography;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Demo;
using Phonaris.Demo.Pieces;
using Phonaris.Formats;
using Phonaris.Formats.Decks;
using Phonaris.Media;
using Phonaris.Media.Sounds;

// Makes the demo show anew: demo/slides, demo/sounds and demo/show.json. What it makes is committed; it runs only when the demo is
// to change: dotnet run --project demo/maker -c Release -- demo. Needs ffmpeg, and espeak-ng for the two voices.
var folder = args.Length == 1 ? args[0] : throw new ArgumentException("Give the demo folder.");
var (slideFolder, soundFolder) = (Path.Combine(folder, "slides"), Path.Combine(folder, "sounds"));
Directory.CreateDirectory(slideFolder);
Directory.CreateDirectory(soundFolder);

(string File, string Name, SoundKind Kind, Func<Synth>? Make, string? Says)[] sounds =
[
    ("dusk-pad", "Dusk Pad", SoundKind.Bed, Beds.DuskPad, null),
    ("lantern-waltz", "Lantern Waltz", SoundKind.Bed, Beds.LanternWaltz, null),
    ("mill-stream-reel", "Mill Stream Reel", SoundKind.Bed, Beds.MillStreamReel, null),
    ("homeward", "Homeward", SoundKind.Bed, Beds.Homeward, null),
    ("welcome", "Welcome", SoundKind.Voice, null,
        "Good evening, and welcome to moth night at Fennel Hollow. Please turn your lanterns to the red side. We begin with four visitors."),
    ("hold-a-lantern", "How to hold a lantern", SoundKind.Voice, null,
        "Hold the lantern low, at your knees, with the red side down. Walk slowly, and leave a little room before you."),
    ("wing-flutter", "Wing flutter", SoundKind.Spot, Spots.WingFlutter, null),
    ("tin-bell", "Tin bell", SoundKind.Spot, Spots.TinBell, null),
    ("far-owl", "Owl, far away", SoundKind.Spot, Spots.FarOwl, null),
    ("lantern-latch", "Lantern latch", SoundKind.Spot, Spots.LanternLatch, null),
    ("night-wind", "Night wind", SoundKind.Spot, Spots.NightWind, null),
];

foreach (var (file, _, _, make, says) in sounds)
{
    var to = Path.Combine(soundFolder, $"{file}.ogg");
    if (make is not null) Encode(make().Samples, to);
    else Speak(says!, to);
}

foreach (var slide in Script.Slides) await File.WriteAllTextAsync(Path.Combine(slideFolder, $"{slide.File}.svg"), slide.Svg);

// The show is built by the same edits a person would make, from the files just written.
var temporary = Directory.CreateTempSubdirectory("phonaris-demo");
var paths = Directory.EnumerateFiles(slideFolder).Concat(Directory.EnumerateFiles(soundFolder)).ToDictionary(Hash);
using var library = new SoundLibrary(new DerivedFiles(temporary.FullName), h => paths[h]);
var deck = DeckFormats.Read(Script.Slides.Select(s => Path.Combine(slideFolder, $"{s.File}.svg")).Select(p => new DeckFile(p, Path.GetFileName(p), Hash(p))));
var number = 0;
var show = Show.Empty(Script.Title);
show = show.Apply(new AddSlides(
    [.. deck.ToSlides(() => $"slide-{++number:00}", Slide.DefaultHoldMs).Zip(Script.Slides, (slide, written) => slide with
    {
        Title = written.Title,
        Notes = written.Notes,
        HoldMs = written.HoldSeconds * 1000,
        Transition = written.DissolveMs > 0 ? Transition.Dissolve(written.DissolveMs) : Transition.Cut,
    })],
    0)).Show;
foreach (var (file, name, kind, _, _) in sounds)
{
    var path = Path.Combine(soundFolder, $"{file}.ogg");
    var figures = await library.PrepareAsync(Hash(path), name, null, CancellationToken.None);
    show = show.Apply(new AddSound(
        new(file, name, kind, Hash(path), $"{file}.ogg", figures.Frames, Round(figures.LoudnessLufs), Round(figures.LoudestLufs)), int.MaxValue)).Show;
}
foreach (var (written, n) in Script.Cues.Select((c, n) => (c, n + 1)))
{
    var cue = CueDefaults.For(show, show.Sound(written.Sound), $"slide-{written.First:00}", $"cue-{n:00}");
    show = show.Apply(new PlaceCue(written.Shape(cue with { Span = new($"slide-{written.First:00}", $"slide-{written.Last:00}") }), int.MaxValue)).Show;
}
await using (var json = File.Create(Path.Combine(folder, "show.json"))) await ShowPackage.WriteShowAsync(show, json, CancellationToken.None);
temporary.Delete(recursive: true);
return 0;

static double? Round(double? value) => value is null ? null : Math.Round(value.Value, 2);

static string Hash(string path) => Convert.ToHexStringLower(SHA256.HashData(File.ReadAllBytes(path)));

static void Encode(float[] samples, string to)
{
    using var ffmpeg = Process.Start(new ProcessStartInfo("ffmpeg", ["-v", "error", "-f", "f32le", "-ar", "48000", "-ac", "2", "-i", "pipe:0",
        "-c:a", "libvorbis", "-q:a", "4", "-bitexact", "-y", to])
    { RedirectStandardInput = true })!;
    ffmpeg.StandardInput.BaseStream.Write(MemoryMarshal.AsBytes(samples.AsSpan()));
    ffmpeg.StandardInput.Close();
    ffmpeg.WaitForExit();
    if (ffmpeg.ExitCode != 0) throw new InvalidOperationException($"ffmpeg could not write {to}.");
}

static void Speak(string words, string to)
{
    var wave = Path.ChangeExtension(Path.GetTempFileName(), ".wav");
    foreach (var (program, arguments) in new (string, string[])[]
    {
        ("espeak-ng", ["-v", "en-gb", "-s", "145", "-p", "42", "-w", wave, words]),
        ("ffmpeg", ["-v", "error", "-i", wave, "-ar", "48000", "-c:a", "libvorbis", "-q:a", "4", "-bitexact", "-y", to]),
    })
    {
        using var process = Process.Start(program, arguments);
        process.WaitForExit();
        if (process.ExitCode != 0) throw new InvalidOperationException($"{program} could not make {to}.");
    }
    File.Delete(wave);
}
