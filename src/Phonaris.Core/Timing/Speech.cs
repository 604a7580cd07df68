using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>The stretches in which a cue speaks.</summary>
internal static class Speech
{
    /// <summary>The most repeats that are examined one by one.</summary>
    private const int MostRounds = 100;

    /// <summary>The stretches of a cue in which it speaks, in its own frames; all of it when the sound has not been analysed.</summary>
    public static IEnumerable<FrameStretch> Of(ScheduledCue cue, Listened listened)
    {
        if (listened.Track is null || cue.RoundAt(cue.LengthFrames - 1) > MostRounds) return [new(0, cue.LengthFrames)];
        var spoken = Heard(listened.Track(cue.Source.Media).Spoken, cue.Source).ToList();
        return Enumerable.Range(0, (int)cue.RoundAt(cue.LengthFrames - 1) + 1).SelectMany(round => InRound(cue, round, spoken));
    }

    private static IEnumerable<FrameStretch> InRound(ScheduledCue cue, int round, List<FrameStretch> spoken)
    {
        var (at, from, to) = (cue.RoundStart(round), cue.RoundFrom(round), cue.RoundTo(round));
        foreach (var stretch in spoken)
        {
            var (first, last) = (at + Math.Max(stretch.FromFrame, from) - from, Math.Min(at + Math.Min(stretch.ToFrame, to) - from, cue.LengthFrames));
            if (first < last) yield return new(first, last);
        }
    }

    /// <summary>Stretches of a file, as stretches of what a cue plays of it.</summary>
    private static IEnumerable<FrameStretch> Heard(ValueList<FrameStretch> file, SoundSource source)
    {
        if (source.Cut is null)
        {
            foreach (var stretch in file) yield return new(source.Frame(stretch.FromFrame), source.Frame(stretch.ToFrame));
            yield break;
        }
        long at = 0;
        foreach (var passage in source.Cut.Passages)
        {
            foreach (var stretch in file)
            {
                var (first, last) = (Math.Max(stretch.FromFrame, passage.FromFrame), Math.Min(stretch.ToFrame, passage.FromFrame + passage.Frames));
                if (first < last) yield return new(at + first - passage.FromFrame, at + last - passage.FromFrame);
            }
            at += passage.Frames;
        }
    }
}
