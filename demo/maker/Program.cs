using System.Diagnostics;
using System.Runtime.InteropServices;
using System.Security.Cryptography;
using System.Text.Json;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Demo;
using Phonaris.Demo.Pieces;
using Phonaris.Formats;
using Phonaris.Formats.Decks;
using Phonaris.Media;
using Phonaris.Media.Sounds;

// Makes the demo show again: demo/slides, demo/sounds, demo/videos and demo/show.json. What it makes is committed; it runs only when the demo is
// to change: dotnet run --project demo/maker -c Release -- demo. Needs ffmpeg, and espeak-ng for the two voices.
var folder = args.Length == 1 ? args[0] : throw new ArgumentException("Give the demo folder.");
var (slideFolder, soundFolder, videoFolder) = (Path.Combine(folder, "slides"), Path.Combine(folder, "sounds"), Path.Combine(folder, "videos"));
foreach (var made in new[] { slideFolder, soundFolder, videoFolder }) Directory.CreateDirectory(made);

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
    // A sound is made again once its file is taken away: what is heard is to change only when that is meant.
    var to = Path.Combine(soundFolder, $"{file}.ogg");
    if (File.Exists(to)) continue;
    if (make is not null) Encode(make().Samples, to);
    else Speak(says!, to);
}

var video = Path.Combine(videoFolder, Script.Video.FileName);
if (!File.Exists(video)) LampVideo.Write(video);

var stepFiles = Script.Steps.Labels.Select((_, k) => (Path: Path.Combine(slideFolder, $"{Script.Steps.File}-{k}.svg"), Svg: Script.Steps.Drawn(k))).ToList();
foreach (var slide in Script.Slides.Where(s => s.Svg is not null)) await File.WriteAllTextAsync(Path.Combine(slideFolder, $"{slide.File}.svg"), slide.Svg);
foreach (var (path, svg) in stepFiles) await File.WriteAllTextAsync(path, svg);

// The show is built by the same edits a person would make, from the files just written.
var temporary = Directory.CreateTempSubdirectory("phonaris-demo");
var paths = Directory.EnumerateFiles(slideFolder).Concat(Directory.EnumerateFiles(soundFolder)).Append(video).ToDictionary(Hash);
using var library = new SoundLibrary(new DerivedFiles(temporary.FullName), h => paths[h]);
var show = Show.Empty(Script.Title);
show = show.Apply(new AddSlides([.. Script.Slides.Select((s, i) => MakeSlide(s, i + 1))], 0)).Show;
show = show.Apply(new SetSections([.. Script.Sections.Select((s, i) => new Section($"section-{i + 1}", s.Name, SlideId(s.First), s.WaitingLoop))])).Show;
foreach (var (file, name, kind, _, _) in sounds)
{
    var path = Path.Combine(soundFolder, $"{file}.ogg");
    var prepared = await library.PrepareAsync(Hash(path), name, null, CancellationToken.None);
    var sound = Sound.BroughtIn(file, Hash(path), $"{file}.ogg", prepared.Figures, Script.RightsOf(name), kind) with { Name = name };
    show = show.Apply(new AddSound(sound, int.MaxValue)).Show;
}
var (videoId, videoName, videoFile) = Script.Video;
var filmed = (await library.PrepareAsync(Hash(video), videoName, null, CancellationToken.None)).ToSound(videoId, Hash(video), videoFile, SoundKind.Video);
show = show.Apply(new AddSound(filmed with { Name = videoName, Rights = Script.RightsOf(videoName) }, int.MaxValue)).Show;
foreach (var (written, n) in Script.Cues.Select((c, n) => (c, n + 1)))
{
    var cue = CueDefaults.For(show, show.Sound(written.Sound), SlideId(written.First), $"cue-{n:00}");
    show = show.Apply(new PlaceCue(written.Shape(cue with { Span = new(SlideId(written.First), SlideId(written.Last)) }), int.MaxValue)).Show;
}
show = show.Apply(new SetTarget(Script.Aims.TargetMs)).Show.Apply(new SetShowing(Script.Aims.Showing)).Show.Apply(new IgnoreFinding(Script.IgnoredFindings, true)).Show;
await using (var json = File.Create(Path.Combine(folder, "show.json"))) await ShowPackage.WriteShowAsync(show, json, CancellationToken.None);

// The sound catalogue that ships with the app.
var shelf = Path.Combine(folder, "catalogue");
Directory.CreateDirectory(shelf);
List<object> pieces = [];
foreach (var piece in Shelf.All)
{
    var path = Path.Combine(shelf, $"{piece.Id}.ogg");
    if (!File.Exists(path)) Encode(piece.Make().Samples, path);
    paths[Hash(path)] = path;
    var prepared = await library.PrepareAsync(Hash(path), piece.Title, null, CancellationToken.None);
    pieces.Add(new
    {
        piece.Id,
        piece.Title,
        piece.Kind,
        piece.Mood,
        piece.Words,
        Seconds = Math.Round(prepared.Figures.Frames / 48_000.0, 1),
        piece.Author,
        piece.Licence,
        FileName = $"{piece.Id}.ogg",
    });
}
await File.WriteAllTextAsync(Path.Combine(shelf, "catalogue.json"), JsonSerializer.Serialize(pieces, new JsonSerializerOptions(ShowJson.Options) { WriteIndented = true }) + "\n");
temporary.Delete(recursive: true);
return 0;

Slide MakeSlide(ScriptSlide written, int number)
{
    var id = SlideId(number);
    var picture = written.Svg is null ? PictureSource.Of(Script.Credits.Card) : Picture(Path.Combine(slideFolder, $"{written.File}.svg"));
    ValueList<Step> steps = number == Script.Steps.Slide
        ? [new($"{id}-1", "", 0, Picture(stepFiles[0].Path)), .. Script.Steps.Labels.Select((l, k) => new Step($"{id}-{k + 2}", l, null, k + 1 < stepFiles.Count ? Picture(stepFiles[k + 1].Path) : picture))]
        : Step.Whole(id);
    var transition = written.DissolveMs > 0 ? Transition.Dissolve(written.DissolveMs) : Transition.Cut;
    return new(id, written.Title, "", written.Notes, picture, written.HoldSeconds * 1000, transition, false, steps);
}

static PictureSource Picture(string path) => DeckFormats.Read([new DeckFile(path, Path.GetFileName(path), Hash(path))]).Slides[0].Picture;

static string SlideId(int number) => $"slide-{number:00}";

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
