using CsCheck;
using Phonaris.Core.Mixing;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

public class OutlineTests
{
    [Fact]
    public void The_outline_of_a_show_equals_that_of_its_mix() => Shows.Any.Sample(
        show =>
        {
            var schedule = Schedule.Of(show);
            // One column per 200 ms, so that even fades change little within one.
            var columns = new float[(int)Math.Clamp(schedule.TotalFrames / 9_600, 1, 200)];
            SoundOutline.Of(schedule, media => Peaks(show.Sounds.Single(s => s.Media == media).Frames), columns);
            var mix = new float[schedule.TotalFrames * 2];
            new Mixer(schedule, source => new Signal(source.Frame(show.Sounds.Single(s => s.Media == source.Media).Frames), _ => 0.02f)).Render(0, mix);
            for (var c = 1; c < columns.Length - 1; c++)
            {
                var (from, to) = (schedule.TotalFrames * c / columns.Length, schedule.TotalFrames * (c + 1) / columns.Length);
                var drawn = columns[c];
                // Constant sounds: the drawn values are between the minimum and the maximum of the mix around them.
                var around = mix.AsSpan((int)Math.Max(0, 2 * (from - (to - from))), (int)(Math.Min(schedule.TotalFrames, 2 * to - from) - Math.Max(0, 2 * from - to)) * 2);
                Assert.InRange(drawn, 0, System.Numerics.Tensors.TensorPrimitives.Max<float>(around) * 1.5f + 0.001f);
            }
        },
        iter: 40);

    [Fact]
    public void A_cue_is_drawn_exactly_where_it_plays()
    {
        var show = Shows.Of(4, 1000) with { Sounds = [Shows.Sound("a", 480_000)] };
        show = show with { Cues = [Shows.Cue("c", "a", "s2", "s3", 480_000)] };
        var columns = new float[8];
        SoundOutline.Of(Schedule.Of(show).Cues[0], Peaks(480_000), 0, 192_000, columns);
        Assert.Equal([0, 0, 0.02f, 0.02f, 0.02f, 0.02f, 0, 0], columns.Select(c => MathF.Round(c, 3)));
    }

    [Fact]
    public void A_column_longer_than_a_loop_shows_its_maximum()
    {
        // A second that is loud only at its beginning, looped; each column begins 0.9 s later.
        var loud = new float[96_000];
        loud.AsSpan(0, 9_600).Fill(0.5f);
        loud.AsSpan(9_600).Fill(0.02f);
        var builder = new PeakPyramid.Builder();
        builder.Add(loud);
        var show = Shows.Of(1, 9000) with { Sounds = [Shows.Sound("a", 48_000)] };
        show = show with { Cues = [Shows.Cue("c", "a", "s1", "s1", 48_000, Cue.FillSpan)] };
        var columns = new float[10];
        SoundOutline.Of(Schedule.Of(show).Cues[0], builder.Build(), 0, 432_000, columns);
        Assert.All(columns.Skip(1), c => Assert.Equal(0.5f, c, 0.01f));
    }

    private static PeakPyramid Peaks(long frames)
    {
        var builder = new PeakPyramid.Builder();
        var samples = new float[frames * 2];
        samples.AsSpan().Fill(0.02f);
        builder.Add(samples);
        return builder.Build();
    }
}
