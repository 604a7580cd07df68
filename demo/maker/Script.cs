using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Demo;

/// <summary>The demo show as written: its slides, its sounds, and where each sound lies.</summary>
internal static class Script
{
    public const string Title = "Moth Night at Fennel Hollow";

    private static readonly string[] Visitors = ["Large yellow underwing", "Setaceous Hebrew character", "Swallow-tailed moth", "Elephant hawk-moth"];

    /// <summary>The slides: file name, title, notes, hold in seconds, dissolve in milliseconds (0 for a cut), drawing; none for a card.</summary>
    public static IReadOnlyList<ScriptSlide> Slides { get; } =
    [
        new("01-doors", "Doors open at dusk", "Waiting loop.", 10, 1200, Drawings.Dusk("Doors open at dusk", "Find a seat, let your eyes get used to the dark.", 0)),
        new("02-lantern", "Take a lantern", "Waiting loop.", 10, 1200, Drawings.Dusk("Take a lantern", "Red side down: moths do not mind red.", 1)),
        new("03-soon", "We begin soon", "Waiting loop.", 10, 1200, Drawings.Dusk("We begin soon", "Phones to night mode, please.", 2)),
        new("04-title", Title, "Welcome everybody. Wait for the hush.", 14, 1500, Drawings.Cover(Title, "An evening with the night shift")),
        new("05-who", "Who flies tonight", "Four kinds, one after the other.", 32, 0, WhoFlies(Visitors.Length)),
        new("06-lamp", "How a lamp calls them", "They keep their backs to the light.", 26, 800, Drawings.Talk("How a lamp calls them", ["They turn their backs to the light", "and so fly round it in circles."], "#3A2617", "#E2A15B", "#2B1A10")),
        new("07-scales", "Scales, not feathers", "Pass the dust slide round.", 38, 800, Drawings.Talk("Scales, not feathers", ["Each wing is roofed with scales.", "They come off like dust."], "#33223F", "#BFA3D6", "#22182B")),
        new("08-hawk", "The hawk at the honeysuckle", "Point to the tongue.", 44, 800, Drawings.Talk("The hawk at the honeysuckle", ["It drinks in flight, with a tongue", "as long as its body."], "#20313C", "#D6C58E", "#26201A")),
        new("09-ears", "Ears against bats", "Silence before the clicks.", 36, 800, Drawings.Talk("Ears against bats", ["Some moths hear a bat", "before the bat hears them."], "#2B2B2B", "#B9B2A4", "#161616")),
        new("10-year", "A year in the hollow", "Quickly.", 30, 0, Drawings.Talk("A year in the hollow", ["March: the early greys", "July: two hundred kinds", "November: the last feathered thorn"], "#24402F", "#9CC08A", "#1D2A20")),
        new("11-count", "Our counts since spring", "Thank the volunteers by name.", 40, 800, Drawings.Talk("Our counts since spring", ["Thirty-one nights, nine helpers,", "four hundred and six kinds."], "#1E3550", "#8FB4D9", "#182536")),
        new("12-garden", "What a garden can do", "Hand out the seed bags.", 34, 800, Drawings.Talk("What a garden can do", ["UsageRight a corner wild.", "Light only what must be lit."], "#3B3A1C", "#D2CC7A", "#2B2A14")),
        new("13-lanterns", "Lanterns up", "Everybody stands. Latches.", 22, 0, Drawings.Talk("Lanterns up", ["Hold it at your knees,", "and walk slowly."], "#402018", "#E59A66", "#2C1510")),
        new("14-walk", "To the sheet by the mill", "Lead on.", 24, 1200, Drawings.Talk("To the sheet by the mill", ["Ten minutes along the stream."], "#1C2A33", "#9FB6B3", "#172125")),
        new("15-credits", "Made by", "Credits card.", 18, 1500, null),
    ];

    /// <summary>The sections: name, first slide, whether it is the waiting loop.</summary>
    public static IReadOnlyList<(string Name, int First, bool WaitingLoop)> Sections { get; } =
        [("Before we begin", 1, true), ("The talk", 4, false), ("Out to the sheet", 13, false)];

    /// <summary>The slide that shows its lines one after the other, its steps' names, and how it looks after each.</summary>
    public static (int Slide, string File, IReadOnlyList<string> Labels, Func<int, string> Drawn) Steps { get; } = (5, "05-who", Visitors, WhoFlies);

    /// <summary>The slide that is a credits card.</summary>
    public static (int Slide, Card Card) Credits { get; } = (15, new(CardKind.Credits, "Made by", "Drawings, too, by the Phonaris project."));

    /// <summary>The running time aimed at, in milliseconds, and where the show goes. Neither is met yet: there is something for the checks to find.</summary>
    public static (long TargetMs, Showing Showing) Aims { get; } = (360_000, new(false, Destination.Web));

    /// <summary>What checks find and is meant so: the wings at the lamp are to be no louder.</summary>
    public static string IgnoredFindings => "off-target cue-12 -28 -16";

    /// <summary>The video: its id, its name and its file's.</summary>
    public static (string Id, string Name, string FileName) Video { get; } = ("moth-at-the-lamp", "Moth at the lamp", "moth-at-the-lamp.mp4");

    /// <summary>The cues: sound, first and last slide, and how they differ from what a drop would set.</summary>
    public static IReadOnlyList<ScriptCue> Cues { get; } =
    [
        new("dusk-pad", 1, 3, c => c with { FadeIn = Fade.Of(2500), FadeOut = Fade.Of(4000) }),
        new("lantern-waltz", 4, 9, c => c with { FadeIn = Fade.Of(1500), FadeOut = Fade.Of(3000), LevelDb = c.LevelDb - 4, DelayMs = 500, HandoverMs = 3000, Fit = new(FitMethod.Recut),
            // Lower where the bats are to be heard.
            LevelPoints = [new(150_000, 0), new(154_500, -8)] }),
        new("mill-stream-reel", 10, 13, c => c with { FadeIn = new Fade(800, FadeCurve.Smooth) }),
        new("homeward", 14, 15, c => c with { Start = CueStart.ToEndTogether, Rounds = 1, FadeIn = Fade.None, FadeOut = Fade.None }),
        new("welcome", 4, 4, c => c with { DelayMs = 2000 }),
        new("hold-a-lantern", 13, 13, c => c with { DelayMs = 3000, Ducks = false, LevelDb = c.LevelDb - 2.5 }),
        new("tin-bell", 5, 5, c => c with { Start = CueStart.WithStep("slide-05-2") }),
        new("wing-flutter", 6, 6, c => c with { DelayMs = 4000, Stop = CueStop.Finished }),
        new("night-wind", 9, 9, c => c with { DelayMs = 1000, FadeOut = Fade.Of(600), Speed = 0.8 }),
        new("far-owl", 14, 14, c => c with { Start = CueStart.ByHand, Hotspot = Hotspot.New("Call the owl") with { X = 0.86, Y = 0.2, Symbol = HotspotSymbol.Ring } }),
        new("lantern-latch", 13, 13, c => c with { Start = CueStart.After("cue-06"), DelayMs = 500 }),
        // Over the drawn moth, round and round; its wings are no reason for music to are ducked.
        new("moth-at-the-lamp", 6, 6, c => c with { Rounds = Cue.FillSpan, LevelDb = c.LevelDb - 12, Ducks = false, FadeOut = Fade.Of(800), Video = new(0.51, 0.11, 0.4388, 0.78, VideoFitting.Filling) }),
    ];

    private static string WhoFlies(int shown) => Drawings.Talk("Who flies tonight", Visitors, "#1F3B36", "#A9C98B", "#2A2018", shown);

    /// <summary>Whose a sound is. One is left open, as happens, for the checks to find.</summary>
    public static Rights RightsOf(string name) => name == "Night wind"
        ? Rights.Unknown with { Title = name }
        : new(name, "the Phonaris project", "made for this show", "CC0-1.0", "", "");
}

/// <summary>A slide as written.</summary>
internal sealed record ScriptSlide(string File, string Title, string Notes, int HoldSeconds, int DissolveMs, string? Svg);

/// <summary>A cue as written. Slides count from 1.</summary>
internal sealed record ScriptCue(string Sound, int First, int Last, Func<Cue, Cue> Shape);
