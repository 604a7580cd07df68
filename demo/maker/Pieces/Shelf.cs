using Phonaris.Core.Shows;

namespace Phonaris.Demo.Pieces;

/// <summary>The pieces of the sound catalogue: short, plain, and different enough to search among.</summary>
internal static class Shelf
{
    public static IReadOnlyList<ShelfPiece> All { get; } =
    [
        new("slow-harbour", "Slow Harbour", SoundKind.Bed, "calm", "Aino Veld", "CC-BY-4.0", "pads sea evening", () => Pads(42, 201, 0.10, [45, 52, 57, 61], [43, 50, 55, 59], [48, 52, 55, 60])),
        new("paper-boats", "Paper Boats", SoundKind.Bed, "playful", "Aino Veld", "CC-BY-4.0", "plucked strings light", () => Strings(36, 202, 116, 60, [0, 4, 7, 9, 7, 4, 2, 4])),
        new("first-frost", "First Frost", SoundKind.Bed, "cold", "Tomas Arden", "CC0-1.0", "bells winter sparse", () => Bells(40, 203, 72, [0, 7, 5, 12, 3, 10])),
        new("brass-lamp", "Brass Lamp", SoundKind.Bed, "warm", "Tomas Arden", "CC0-1.0", "pads low evening", () => Pads(44, 204, 0.12, [38, 45, 53, 57], [41, 48, 53, 57], [36, 43, 52, 55])),
        new("market-morning", "Market Morning", SoundKind.Bed, "lively", "Imke Sol", "CC-BY-SA-4.0", "plucked strings quick dance", () => Strings(32, 205, 132, 62, [0, 2, 4, 7, 9, 7, 4, 2])),
        new("long-road", "Long Road", SoundKind.Bed, "serious", "Imke Sol", "CC-BY-SA-4.0", "pads slow dark", () => Pads(48, 206, 0.11, [40, 47, 52, 55], [36, 43, 48, 52], [38, 45, 50, 53])),
        new("glass-steps", "Glass Steps", SoundKind.Bed, "curious", "Aino Veld", "CC-BY-4.0", "bells question light", () => Bells(30, 207, 104, [0, 4, 6, 11, 9, 6])),
        new("workbench", "Workbench", SoundKind.Bed, "steady", "Tomas Arden", "CC0-1.0", "plucked strings steady work", () => Strings(34, 208, 92, 55, [0, 7, 3, 7, 5, 7, 3, 2])),
        new("hill-rain", "Hill Rain", SoundKind.Bed, "calm", "Field notes", "CC0-1.0", "rain weather ambience", () => Weather(40, 209, 0.55, 0.0)),
        new("night-grass", "Night Grass", SoundKind.Bed, "calm", "Field notes", "CC0-1.0", "crickets night ambience", () => Crickets(36, 210)),
        new("open-window", "Open Window", SoundKind.Bed, "calm", "Field notes", "CC0-1.0", "wind curtain ambience", () => Weather(38, 211, 0.2, 0.8)),
        new("closing-bars", "Closing Bars", SoundKind.Bed, "warm", "Imke Sol", "CC-BY-4.0", "ending finale strings", () => Strings(18, 212, 84, 58, [0, 4, 7, 12, 9, 7, 4, 0])),
        new("glass-tap", "Glass Tap", SoundKind.Spot, "attention", "Field notes", "CC0-1.0", "glass tap begin", () => Struck(1.6, 213, 96, 0.5)),
        new("low-gong", "Low Gong", SoundKind.Spot, "attention", "Field notes", "CC0-1.0", "gong begin deep", () => Struck(4.5, 214, 48, 0.6)),
        new("paper-turn", "Paper Turn", SoundKind.Spot, "plain", "Field notes", "CC0-1.0", "paper page turn", () => Rush(0.7, 215, 0.8)),
        new("drawer", "Drawer", SoundKind.Spot, "plain", "Field notes", "CC-BY-4.0", "wood drawer close", () => Rush(1.1, 216, 0.25)),
        new("up-three", "Up Three", SoundKind.Spot, "glad", "Aino Veld", "CC-BY-4.0", "three notes rising success", () => Tune(1.8, 217, [67, 71, 74])),
        new("down-two", "Down Two", SoundKind.Spot, "sorry", "Aino Veld", "CC-BY-4.0", "two notes falling wrong", () => Tune(1.5, 218, [64, 57])),
        new("swallow-pass", "Swallow Pass", SoundKind.Spot, "light", "Field notes", "CC0-1.0", "whoosh bird pass", () => Pass(1.2, 219)),
        new("curtain", "Curtain", SoundKind.Spot, "plain", "Tomas Arden", "All rights reserved", "curtain rings open", () => Rings(2.2, 220)),
    ];

    private static Synth Pads(double seconds, int seed, double loud, params int[][] chords)
    {
        var piece = new Synth(seconds, seed);
        var length = seconds / 6;
        for (var k = 0; k < 6; k++)
            foreach (var (note, voice) in chords[k % chords.Length].Select((n, v) => (n, v)))
                piece.Pad(k * length - 0.5, note, length + 2.5, loud, (voice - 1.5) * 0.4, length / 3);
        piece.Room(0.35);
        return piece.Finish(0.5);
    }

    private static Synth Strings(double seconds, int seed, double tempo, int root, int[] tune)
    {
        var piece = new Synth(seconds, seed);
        var beat = 60 / tempo;
        for (var k = 0; k * beat < seconds - 3; k++)
        {
            if (k % 4 == 0) piece.Pluck(k * beat, root - 12 + (k / 16 % 2 == 1 ? 5 : 0), 1.5, 0.7, -0.1, 0.3);
            else piece.Noise(k * beat, 0.1, 0.9, t => 0.04 * Math.Exp(-t * 45), 0.3);
            piece.Pluck(k * beat, root + tune[(k + k / 8) % tune.Length], 1.2, 0.4, 0.25, 0.6);
            if (k % 3 == 2) piece.Pluck((k + 0.5) * beat, root + 12 + tune[(k + 3) % tune.Length], 0.9, 0.22, -0.4, 0.8);
        }
        piece.Room(0.2);
        return piece.Finish();
    }

    private static Synth Bells(double seconds, int seed, double tempo, int[] tune)
    {
        var piece = new Synth(seconds, seed);
        var beat = 60 / tempo;
        for (var k = 0; k * beat < seconds - 5; k++)
            if (k % 5 != 3) piece.Bell(k * beat, 72 + tune[k * 7 % tune.Length], 4, 0.25, Math.Sin(k * 1.7) * 0.6);
        piece.Room(0.4);
        return piece.Finish(0.55);
    }

    private static Synth Weather(double seconds, int seed, double color, double gusts)
    {
        var piece = new Synth(seconds, seed);
        piece.Noise(0, seconds, color, t => 0.5 * Math.Min(1, Math.Min(t, seconds - t) / 2) * (1 - gusts * 0.5 * (1 + Math.Sin(t * 0.7) * Math.Sin(t * 0.23))), -0.2);
        piece.Noise(0, seconds, color * 0.7, t => 0.4 * Math.Min(1, Math.Min(t, seconds - t) / 2), 0.3);
        return piece.Finish(0.45);
    }

    private static Synth Crickets(double seconds, int seed)
    {
        var piece = new Synth(seconds, seed);
        for (var k = 0; k * 0.62 < seconds - 1; k++)
            piece.Glide(k * 0.62, 0.4, _ => 4200 + 60 * (k % 3), t => 0.16 * Math.Pow(Math.Max(0, Math.Sin(Math.Tau * 19 * t)), 2) * Math.Sin(Math.PI * t / 0.4), k % 2 == 0 ? -0.5 : 0.5);
        piece.Noise(0, seconds, 0.1, t => 0.05 * Math.Min(1, Math.Min(t, seconds - t)));
        return piece.Finish(0.4);
    }

    private static Synth Struck(double seconds, int seed, double note, double loud)
    {
        var piece = new Synth(seconds, seed);
        piece.Bell(0.01, note, seconds, loud);
        piece.Bell(0.01, note + 7.02, seconds * 0.6, loud * 0.3, 0.2);
        piece.Room(0.2);
        return piece.Finish(0.6);
    }

    private static Synth Rush(double seconds, int seed, double color)
    {
        var piece = new Synth(seconds, seed);
        piece.Noise(0, seconds * 0.8, color, t => 0.7 * Math.Sin(Math.PI * Math.Min(1, t / (seconds * 0.8))) * (0.6 + 0.4 * Math.Sin(t * 31)));
        piece.Noise(seconds * 0.75, 0.08, 1, t => Math.Exp(-t * 90));
        return piece.Finish(0.6);
    }

    private static Synth Tune(double seconds, int seed, int[] notes)
    {
        var piece = new Synth(seconds, seed);
        foreach (var (note, k) in notes.Select((n, k) => (n, k))) piece.Pluck(0.02 + k * 0.22, note, 1, 0.5, (k - 1) * 0.2, 0.7);
        piece.Room(0.25);
        return piece.Finish(0.6);
    }

    private static Synth Pass(double seconds, int seed)
    {
        var piece = new Synth(seconds, seed);
        piece.Noise(0, seconds, 0.6, t => 0.8 * Math.Pow(Math.Sin(Math.PI * t / seconds), 3));
        piece.Glide(0.3, 0.5, t => 2600 - 1400 * t, t => 0.12 * Math.Sin(Math.PI * t / 0.5), 0.3);
        return piece.Finish(0.6);
    }

    private static Synth Rings(double seconds, int seed)
    {
        var piece = new Synth(seconds, seed);
        for (var k = 0; k < 14; k++) piece.Bell(0.05 + k * 0.09 + 0.02 * Math.Sin(k * 3), 98 + k * 5 % 7, 0.25, 0.12, (k - 7) / 10.0);
        piece.Noise(0.05, 1.6, 0.5, t => 0.2 * Math.Sin(Math.PI * t / 1.6));
        return piece.Finish(0.55);
    }
}

/// <summary>A piece of the catalogue as written.</summary>
internal sealed record ShelfPiece(string Id, string Title, SoundKind Kind, string Mood, string Author, string Licence, string Words, Func<Synth> Make);
