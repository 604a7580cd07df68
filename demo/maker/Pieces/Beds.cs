namespace Phonaris.Demo.Pieces;

/// <summary>The music: two beds with a beat, one without, and a closing piece that ends by itself.</summary>
internal static class Beds
{
    /// <summary>Slow chords for waiting, a minute and a half.</summary>
    public static Synth DuskPad()
    {
        var piece = new Synth(90, seed: 11);
        int[][] chords = [[50, 57, 62, 65], [46, 53, 58, 62], [48, 55, 60, 64], [45, 52, 57, 60], [43, 50, 58, 62], [45, 52, 57, 61]];
        for (var k = 0; k < 9; k++)
            foreach (var (note, voice) in chords[k % chords.Length].Select((n, v) => (n, v)))
                piece.Pad(k * 10 - 1, note, 13, 0.11, (voice - 1.5) * 0.4, 3.2);
        for (var k = 0; k < 12; k++) piece.Bell(4 + k * 7.3, 74 + (k * 5 % 12), 5, 0.03, Math.Sin(k));
        piece.Room(0.35);
        return piece.Finish(0.5);
    }

    /// <summary>A waltz at 96 beats a minute for plucked strings, with a turn in the middle.</summary>
    public static Synth LanternWaltz()
    {
        const double beat = 60.0 / 96;
        int[] roots = [50, 50, 55, 50, 57, 55, 50, 57, 47, 47, 52, 57, 50, 55, 57, 50];
        bool[] minor = [false, false, false, false, false, false, false, false, true, true, true, false, false, false, false, false];
        int[] tune = [2, 4, 7, 9, 7, 4, 2, 4, 5, 7, 9, 11, 9, 7, 4, 2, 0, 2, 4, 7, 9, 12, 11, 9];
        const int bars = 66;
        var piece = new Synth(bars * 3 * beat + 3, seed: 21);
        for (var bar = 0; bar < bars; bar++)
        {
            var (at, k) = (bar * 3 * beat, bar % roots.Length);
            var root = roots[k];
            var third = root + 12 + (minor[k] ? 3 : 4);
            piece.Pluck(at, root - 12, 1.6, 0.75, -0.1, 0.25);
            for (var b = 1; b < 3; b++)
            {
                piece.Pluck(at + b * beat, third, 0.9, 0.26, 0.35);
                piece.Pluck(at + b * beat + 0.012, root + 19, 0.9, 0.24, 0.45);
                piece.Noise(at + b * beat, 0.12, 0.9, t => 0.05 * Math.Exp(-t * 40), -0.3);
            }
            // Two bars of rest in sixteen let the accompaniment breathe.
            if (k is 7 or 15) continue;
            for (var b = 0; b < 3; b++)
            {
                if (b == 1 && bar % 3 == 1) continue;
                var step = tune[(bar * 2 + b) % tune.Length];
                piece.Pluck(at + b * beat, 62 + step + (bar / 16 % 2 == 1 ? 12 : 0) - (bar / 16 == 3 ? 12 : 0), 1.4, 0.42, -0.25, 0.7);
            }
        }
        piece.Room(0.25);
        return piece.Finish();
    }

    /// <summary>A reel at 112 beats a minute, brighter and busier.</summary>
    public static Synth MillStreamReel()
    {
        const double beat = 60.0 / 112;
        int[] roots = [55, 55, 60, 62, 55, 52, 60, 62];
        int[] tune = [7, 4, 2, 0, 2, 4, 7, 9, 12, 9, 7, 4, 7, 4, 2, 4];
        const int bars = 52;
        var piece = new Synth(bars * 4 * beat + 2, seed: 31);
        for (var bar = 0; bar < bars; bar++)
        {
            var (at, root) = (bar * 4 * beat, roots[bar % roots.Length]);
            piece.Pluck(at, root - 12, 1.2, 0.7, 0, 0.3);
            piece.Pluck(at + 2 * beat, root - 5, 1.0, 0.55, 0, 0.3);
            for (var b = 0; b < 4; b++)
            {
                piece.Noise(at + (b + 0.5) * beat, 0.09, 1, t => 0.07 * Math.Exp(-t * 55), 0.3);
                if (b % 2 == 1) piece.Pluck(at + b * beat, root + 16, 0.6, 0.25, 0.4);
            }
            for (var e = 0; e < 8; e++)
                if ((bar * 8 + e) % 11 != 10)
                    piece.Pluck(at + e * beat / 2, 67 + tune[(bar * 3 + e) % tune.Length] - (bar / 8 % 2) * 5, 0.7, e % 2 == 0 ? 0.42 : 0.3, -0.3, 0.8);
        }
        piece.Room(0.2);
        return piece.Finish();
    }

    /// <summary>A closing piece of forty seconds that slows down and comes to rest on its home chord.</summary>
    public static Synth Homeward()
    {
        var piece = new Synth(41, seed: 41);
        int[] roots = [50, 57, 47, 55, 50, 55, 57, 57, 50];
        int[] tune = [14, 12, 9, 7, 9, 12, 11, 9, 7, 4, 7, 5, 4, 2, 4, 2, 0];
        double at = 0, beat = 0.62;
        for (var k = 0; k < roots.Length; k++)
        {
            var last = k == roots.Length - 1;
            foreach (var (note, n) in new[] { 0, 7, 12, k is 2 ? 15 : 16 }.Select((o, n) => (roots[k] + o, n)))
                piece.Pluck(at + n * (last ? 0.14 : beat / 2), note, last ? 6 : 3, 0.45, (n - 1.5) * 0.3, 0.4);
            for (var n = 0; n < (last ? 1 : 2); n++)
                piece.Pluck(at + n * beat * 2 + (last ? 0.6 : 0), 62 + tune[Math.Min(k * 2 + n, tune.Length - 1)], last ? 5 : 2.4, 0.5, -0.15, 0.6);
            at += beat * 5.4;
            beat *= k > 5 ? 1.14 : 1.02;
        }
        piece.Bell(at - 1.5, 86, 5, 0.08);
        piece.Room(0.35);
        return piece.Finish();
    }
}
