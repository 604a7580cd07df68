using Phonaris.Core.Music;

namespace Phonaris.Bench;

/// <summary>
/// Beats of foreign pieces, from a Debian package of MIDI files, which give the times of their beats, played by a synthesizer
/// (<c>fluidsynth</c>) and downloaded each time. Nine of ten beats reported with high confidence must be right.
/// </summary>
internal static class BeatsBench
{
    private const double RightToReach = 90;

    /// <summary>The tolerance for a beat in seconds, as in MIREX's audio beat tracking task.</summary>
    private const double Near = 0.07;

    public static async Task RunAsync(Bench bench)
    {
        var folder = await bench.FetchAsync("openttd-openmsx", "timgm6mb-soundfont");
        var instruments = Directory.EnumerateFiles(folder, "*.sf2", SearchOption.AllDirectories).First();
        var (right, all) = (0, 0);
        foreach (var path in Directory.EnumerateFiles(folder, "*.mid", SearchOption.AllDirectories).Order())
        {
            var name = Path.GetFileNameWithoutExtension(path);
            var written = new WrittenBeats(await File.ReadAllBytesAsync(path));
            if (!written.IsHeard) continue;
            var wav = bench.PathOf($"{name}.wav");
            await Bench.RunAsync("fluidsynth", "-niq", "-r", "48000", "-F", wav, instruments, path);
            var hash = await bench.KeepAsync(wav);
            await bench.Sounds.PrepareAsync(hash, name, null, CancellationToken.None);
            var piece = Piece.Of(bench.Sounds.Open(hash), null, CancellationToken.None);
            // Before the first note and after the last there are no beats to compare.
            var beats = piece.Beats.Select(b => b / (double)Frames.PerSecond).Where(b => b > written.Seconds[0] - Near && b < written.Seconds[^1] + Near).ToList();
            var met = beats.Count(b => Math.Abs(written.Seconds[Nearest(written.Seconds, b)] - b) <= Near);
            Console.WriteLine($"{name,-32} {piece.TempoBpm,5:0} a minute in {piece.BeatsPerBar}, sure {piece.Confidence:0.00}: {100.0 * met / Math.Max(1, beats.Count):0} of 100 beats right");
            if (piece.IsSure) (right, all) = (right + met, all + beats.Count);
        }
        bench.ReportLeast($"of {all} beats trusted, right in a hundred", 100.0 * right / Math.Max(1, all), RightToReach);
    }

    private static int Nearest(List<double> sorted, double value)
    {
        var at = sorted.BinarySearch(value);
        if (at < 0) at = ~at;
        return at == sorted.Count || (at > 0 && value - sorted[at - 1] < sorted[at] - value) ? at - 1 : at;
    }
}
