using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>
/// How beds make room for voices: lower by the depth from the voice's first frame to its last, the way down begun before it, the way up
/// after a while of waiting. Voices close to each other share one duck.
/// </summary>
public static class Ducks
{
    /// <summary>How far down a bed goes, in dB: from 6 LU below the show's target to 12 below the voice, which meets it.</summary>
    public const double DepthDb = 6;

    /// <summary>How long it takes down, how long it stays down after the voice, and how long it takes up again, in milliseconds.</summary>
    public const long AttackMs = 150, HoldMs = 400, ReleaseMs = 800;

    private const long Attack = AttackMs * Frames.PerMs, Hold = HoldMs * Frames.PerMs, Release = ReleaseMs * Frames.PerMs;

    /// <summary>The envelope, in frames of the show, of what all beds do for some voices.</summary>
    /// <param name="voices">Where voices sound: first frame and frame after the last.</param>
    internal static Envelope Of(IEnumerable<(long Start, long End)> voices)
    {
        List<(long Start, long End)> merged = [];
        foreach (var voice in voices.OrderBy(v => v.Start))
        {
            if (merged.Count > 0 && voice.Start - Attack <= merged[^1].End + Hold) merged[^1] = (merged[^1].Start, Math.Max(merged[^1].End, voice.End));
            else merged.Add(voice);
        }
        List<EnvelopePoint> points = [];
        foreach (var (start, end) in merged)
        {
            var down = start - Attack;
            if (points.Count > 0 && down < points[^1].Frame)
            {
                // On its way up it is turned round where the way down of the next meets it.
                var up = points[^1].Frame - Release;
                points.RemoveAt(points.Count - 1);
                var meet = (Release * down + Attack * (up + Release)) / (Attack + Release);
                points.Add(new(meet, -DepthDb * (1 - (double)(meet - up) / Release)));
            }
            else points.Add(new(down, 0));
            points.AddRange([new(start, -DepthDb), new(end + Hold, -DepthDb), new(end + Hold + Release, 0)]);
        }
        return points.Count == 0 ? Envelope.Even : new([.. points]);
    }

    /// <summary>The part of an envelope of the show that falls on a cue, in frames of the cue.</summary>
    internal static Envelope Within(this Envelope show, long start, long end)
    {
        var inner = show.Points.Where(p => p.Frame > start && p.Frame < end).Select(p => p with { Frame = p.Frame - start }).ToList();
        var (first, last) = (show.DbAt(start), show.DbAt(end));
        if (inner.Count == 0 && first == 0 && last == 0) return Envelope.Even;
        return new([new(0, first), .. inner, new(end - start, last)]);
    }
}
