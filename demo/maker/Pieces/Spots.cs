namespace Phonaris.Demo.Pieces;

/// <summary>The effects: short, each recognised at once.</summary>
internal static class Spots
{
    /// <summary>Wings at a lampshade.</summary>
    public static Synth WingFlutter()
    {
        var piece = new Synth(1.8, seed: 51);
        piece.Noise(0, 1.8, 0.35, t => 0.9 * Math.Pow(Math.Max(0, Math.Sin(Math.PI * t / 1.8)), 0.7) * Math.Pow(0.5 + 0.5 * Math.Sin(Math.Tau * (26 + 5 * t) * t), 3), 0.2);
        return piece.Finish(0.6);
    }

    /// <summary>A small tin bell, struck once.</summary>
    public static Synth TinBell()
    {
        var piece = new Synth(1.4, seed: 52);
        piece.Bell(0, 88, 1.4, 0.6);
        piece.Room(0.15);
        return piece.Finish(0.6);
    }

    /// <summary>An owl, far away: two calls, the second trembling.</summary>
    public static Synth FarOwl()
    {
        var piece = new Synth(3.4, seed: 53);
        piece.Glide(0.1, 0.7, t => 410 - 30 * t, t => 0.5 * Math.Sin(Math.PI * t / 0.7));
        piece.Glide(1.5, 1.6, t => 400 - 22 * t + 5 * Math.Sin(Math.Tau * 7 * t), t => 0.5 * Math.Sin(Math.PI * t / 1.6) * (0.75 + 0.25 * Math.Sin(Math.Tau * 7 * t)));
        piece.Room(0.6);
        return piece.Finish(0.45);
    }

    /// <summary>A lantern's latch: two clicks of metal.</summary>
    public static Synth LanternLatch()
    {
        var piece = new Synth(0.7, seed: 54);
        foreach (var at in new[] { 0.02, 0.24 })
        {
            piece.Noise(at, 0.05, 1, t => Math.Exp(-t * 160));
            piece.Bell(at, 97, 0.3, 0.25, 0.1);
        }
        return piece.Finish(0.6);
    }

    /// <summary>A breath of wind through the fennel.</summary>
    public static Synth NightWind()
    {
        var piece = new Synth(5.5, seed: 55);
        piece.Noise(0, 5.5, 0.08, t => Math.Pow(Math.Sin(Math.PI * t / 5.5), 2) * (0.8 + 0.2 * Math.Sin(Math.Tau * 0.9 * t)), -0.4);
        piece.Noise(0, 5.5, 0.16, t => 0.6 * Math.Pow(Math.Sin(Math.PI * t / 5.5), 3) * (0.7 + 0.3 * Math.Sin(Math.Tau * 1.3 * t)), 0.5);
        return piece.Finish(0.5);
    }
}
