using Phonaris.Core.Music;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Drafting;

/// <summary>Assigns beds to stretches: by length, by how calm the music is and should be there, and the bed with the best ending at the end.</summary>
internal static class BedShares
{
    /// <summary>Up to this many beds, every order is tried; beyond it, the best pair is taken again and again.</summary>
    private const int MostTried = 6;

    /// <summary>The costs of half or double the length, of the wrong calm, and of a missing ending.</summary>
    private const double LengthWeight = 1, CalmWeight = 0.7, EndWeight = 2;

    /// <summary>A tempo that is not calm at all, in beats per minute; music without a beat counts as calm as this tempo.</summary>
    private const double FastBpm = 180, FreeBpm = 50;

    /// <summary>How much of a sound's end is measured to tell whether it fades out: two seconds.</summary>
    private const long EndFrames = 2 * Values.Frames.PerSecond;

    /// <summary>Gives each stretch a bed and the reason; whether its own ending is heard is known only after fitting.</summary>
    /// <param name="stretches">The stretches, in order.</param>
    /// <param name="beds">At least as many beds.</param>
    /// <param name="timed">The show with all but these beds.</param>
    /// <param name="music">What is known of the beds.</param>
    public static IEnumerable<(Stretch Stretch, Sound Bed, Func<bool, string> Why)> Of(List<Stretch> stretches, List<Sound> beds, TimedShow timed, DraftMusic music)
    {
        var calm = Ranks(beds, b => Restless(music.Piece(b.Media), b));
        var ends = Ranks(beds, b => EndDb(b, music.Track(b.Media)));
        var said = stretches.ConvertAll(s => s.Waits ? 1 : Spoken(timed, s));
        var closes = stretches.FindIndex(s => s.Last == timed.Order.Slides.Count - 1);
        double Cost(int stretch, int bed) =>
            LengthWeight * Math.Abs(Math.Log2((double)stretches[stretch].Frames / beds[bed].Frames))
            + CalmWeight * Math.Abs(1 - said[stretch] - calm[bed])
            + (stretch == closes ? EndWeight * ends[bed] : 0);
        var chosen = beds.Count <= MostTried ? Cheapest(stretches.Count, beds.Count, Cost) : OneByOne(stretches.Count, beds.Count, Cost);
        return stretches.Select((s, k) => (s, beds[chosen[k]], new Func<bool, string>(endHeard =>
            Why(s, endHeard && k == closes && beds.Count > 1 && ends[chosen[k]] == 0, said[k], beds[chosen[k]], beds.Count))));
    }

    private static string Why(Stretch stretch, bool ends, double said, Sound bed, int beds)
    {
        if (stretch.Waits) return beds > 1 ? "the calmest bed, for waiting" : "loops while people wait";
        if (ends) return "it has its own ending";
        return said >= 0.5 && beds > 1 ? "calm enough under speech" : $"{Wording.Time(bed.Frames)} of music for {Wording.Time(stretch.Frames)}";
    }

    /// <summary>The share of a stretch with speech, 0 to 1.</summary>
    private static double Spoken(TimedShow timed, Stretch stretch)
    {
        var (from, to) = (timed.Order.Slides[stretch.First].StartFrame, timed.Order.Slides[stretch.Last].EndFrame);
        return Math.Min(1, timed.Schedule.Cues
            .Where(c => timed.Show.Sound(c.SoundId).Kind.IsSpoken())
            .Sum(c => Math.Max(0, Math.Min(to, c.EndFrame) - Math.Max(from, c.StartFrame))) / (double)(to - from));
    }

    private static double Restless(Piece piece, Sound bed) => (piece.HasBeat ? piece.TempoBpm : FreeBpm) / FastBpm + (bed.Figures.RangeLu ?? 0) / 20;

    /// <summary>The loudness of its end relative to the whole, in dB: the lower, the more it fades out.</summary>
    private static double EndDb(Sound bed, LoudnessTrack track)
    {
        var end = bed.Frames - bed.Figures.TailFrames;
        var all = track.Energy(0, bed.Frames) / Math.Max(1, bed.Frames);
        return all <= 0 ? 0 : 10 * Math.Log10(Math.Max(1e-9, track.Energy(end - EndFrames, end) / EndFrames / all));
    }

    /// <summary>The rank of each among all, from 0 for the least to 1 for the greatest.</summary>
    private static double[] Ranks(List<Sound> beds, Func<Sound, double> of)
    {
        var values = beds.ConvertAll(b => of(b));
        return [.. values.Select(v => beds.Count == 1 ? 0 : values.Count(w => w < v) / (double)(beds.Count - 1))];
    }

    /// <summary>The cheapest assignment, by trying every order.</summary>
    private static int[] Cheapest(int stretches, int beds, Func<int, int, double> cost)
    {
        var (best, least) = (Array.Empty<int>(), double.MaxValue);
        Try([], 0);
        return best;

        void Try(List<int> chosen, double sum)
        {
            if (sum >= least) return;
            if (chosen.Count == stretches)
            {
                (best, least) = ([.. chosen], sum);
                return;
            }
            for (var bed = 0; bed < beds; bed++)
                if (!chosen.Contains(bed)) Try([.. chosen, bed], sum + cost(chosen.Count, bed));
        }
    }

    /// <summary>The cheapest pair, then the cheapest of the rest.</summary>
    private static int[] OneByOne(int stretches, int beds, Func<int, int, double> cost)
    {
        var chosen = Enumerable.Repeat(-1, stretches).ToArray();
        foreach (var (stretch, bed) in Enumerable.Range(0, stretches).SelectMany(s => Enumerable.Range(0, beds).Select(b => (s, b))).OrderBy(p => cost(p.s, p.b)))
            if (chosen[stretch] < 0 && !chosen.Contains(bed)) chosen[stretch] = bed;
        return chosen;
    }
}
