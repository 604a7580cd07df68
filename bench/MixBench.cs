using System.Globalization;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;

namespace Phonaris.Bench;

/// <summary>
/// An hour of sound: a looping bed and forty cues of half a minute to a minute with fades, from decoded files. The peer is one ffmpeg
/// filter graph that does the same with the samples as WAV. Neither writes a file.
/// </summary>
internal static class MixBench
{
    private const int Cues = 40, HourSeconds = 3600, BedSeconds = 180;
    private const double ToReach = 0.10;
    private const int MemoryLimitMb = 150;

    public static async Task RunAsync(Bench bench)
    {
        var show = await HourAsync(bench);
        var schedule = Schedule.Of(show);

        // Once first, so that the runtime compiles the hot code; the peer needs no warm-up.
        await MixAsync(bench, schedule, 60 * Frames.PerSecond);
        Bench.ForgetMemory();
        var ours = await Bench.TimeAsync(() => MixAsync(bench, schedule, schedule.TotalFrames));
        var theirs = await Bench.FfmpegAsync([.. Peer(bench, show)]);
        bench.Report("mix of an hour, a looped bed and 40 cues", ours, theirs, ToReach);
        bench.ReportMemory("the same", MemoryLimitMb);
    }

    /// <summary>An hour of slides, with a looping bed under all of them and a cue on each.</summary>
    public static async Task<Show> HourAsync(Bench bench)
    {
        var (bed, _) = await bench.MusicAsync("bed", BedSeconds, 220);
        // Of two beds the later one replaces the other; these must play together.
        var sounds = new List<Sound>();
        for (var i = 0; i < Cues; i++) sounds.Add((await bench.MusicAsync($"cue{i}", 30 + i * 7 % 31, 300 + i * 11)).Sound with { Kind = SoundKind.Spot });
        var slides = Enumerable.Range(0, Cues).Select(i => Slide(i, HourSeconds * 1000L / Cues));
        return new("An hour", [.. slides], [], [bed, .. sounds],
            [
                new("bed", bed.Id, new("s0", $"s{Cues - 1}"), CueStart.WithSlide, 0, CueStop.Span, 0, bed.Frames, Cue.FillSpan, -12, Fade.Of(1000), Fade.Of(2000)),
                .. sounds.Select((s, i) => new Cue($"c{i}", s.Id, new($"s{i}", $"s{i}"), CueStart.WithSlide, 5000, CueStop.Span, 0, s.Frames, 1, -6, Fade.Of(1000), Fade.Of(2000))),
            ]);
    }

    private static async Task MixAsync(Bench bench, Schedule schedule, long end)
    {
        long frames = 0;
        await foreach (var block in MixStream.RenderAsync(schedule, bench.Sounds.Open, 0, end, CancellationToken.None)) frames += block.Length / 2;
        if (frames != end) throw new InvalidOperationException("The mix is not as long as asked.");
    }

    private static IEnumerable<string> Peer(Bench bench, Show show)
    {
        List<string> inputs = ["-i", bench.PathOf("bed.wav")];
        var sounds = show.Sounds.Skip(1).ToList();
        var graph = new List<string> { $"[0]aloop=loop=-1:size={BedSeconds * Frames.PerSecond},atrim=end_sample={HourSeconds * Frames.PerSecond},volume=-12dB,afade=t=in:d=1,afade=t=out:st={HourSeconds - 2}:d=2[a0]" };
        for (var i = 0; i < sounds.Count; i++)
        {
            inputs.AddRange(["-i", bench.PathOf($"{sounds[i].Id}.wav")]);
            var seconds = (double)sounds[i].Frames / Frames.PerSecond;
            graph.Add(string.Create(
                CultureInfo.InvariantCulture,
                $"[{i + 1}]volume=-6dB,afade=t=in:d=1,afade=t=out:st={seconds - 2}:d=2,adelay={i * HourSeconds * 1000L / Cues + 5000}:all=1[a{i + 1}]"));
        }
        graph.Add($"{string.Concat(Enumerable.Range(0, sounds.Count + 1).Select(i => $"[a{i}]"))}amix=inputs={sounds.Count + 1}:duration=longest:normalize=0,alimiter=limit=0.89:level=0[out]");
        return [.. inputs, "-filter_complex", string.Join(';', graph), "-map", "[out]", "-f", "null", "-"];
    }

    private static Slide Slide(int i, long holdMs) =>
        new($"s{i}", $"Slide {i + 1}", "", "", new(new string('0', 64), MediaTypes.Png, 1, 16, 9), holdMs, Transition.Cut, false, Step.Whole($"s{i}"));
}
