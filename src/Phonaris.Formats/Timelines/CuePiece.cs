using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Formats.Timelines;

/// <summary>A part of a cue in which its sound plays continuously: a repeat, or a passage of one.</summary>
/// <param name="AtFrame">Its start in the show.</param>
/// <param name="FromFrame">The frame of its samples at which it starts.</param>
/// <param name="Frames">Its length.</param>
/// <param name="Before">How far its opening crossfade extends into the piece before.</param>
/// <param name="After">How far that crossfade extends into it.</param>
internal sealed record CuePiece(long AtFrame, long FromFrame, long Frames, long Before, long After)
{
    /// <summary>The pieces of a cue within a part of the show.</summary>
    public static IEnumerable<CuePiece> Of(ScheduledCue cue, long start, long end) =>
        Rounds(cue).Select(p => p.Within(start, end)).Where(p => p.Frames > 0);

    private static IEnumerable<CuePiece> Rounds(ScheduledCue cue)
    {
        var last = cue.RoundAt(cue.LengthFrames - 1);
        for (long round = 0; round <= last; round++)
        {
            var (from, to) = (cue.RoundStart(round), round == last ? cue.LengthFrames : cue.RoundStart(round + 1));
            var seam = round > 0 ? cue.SeamFrames : 0;
            foreach (var piece in Passages(cue.Source.Cut, cue.RoundFrom(round), to - from)) yield return piece with
            {
                AtFrame = cue.StartFrame + from + piece.AtFrame,
                Before = piece.AtFrame == 0 ? 0 : piece.Before,
                After = piece.AtFrame == 0 ? seam : piece.After,
            };
        }
    }

    /// <summary>The passages of a cut from a frame on; the last is extended as needed.</summary>
    private static List<CuePiece> Passages(Cut? cut, long from, long frames)
    {
        if (cut is null) return [new(0, from, frames, 0, 0)];
        List<CuePiece> pieces = [];
        long at = 0;
        foreach (var (passage, k) in cut.Passages.Select((p, k) => (p, k)))
        {
            var (enter, leave) = (Math.Max(at, from), k == cut.Passages.Count - 1 ? from + frames : Math.Min(at + passage.Frames, from + frames));
            if (leave > enter) pieces.Add(new(enter - from, passage.FromFrame + enter - at, leave - enter, passage.SeamFrames / 2, passage.SeamFrames - passage.SeamFrames / 2));
            at += passage.Frames;
        }
        return pieces;
    }

    private CuePiece Within(long start, long end)
    {
        var (from, to) = (Math.Max(AtFrame, start), Math.Min(AtFrame + Frames, end));
        return from == AtFrame ? this with { Frames = to - from } : new(from, FromFrame + from - AtFrame, to - from, 0, 0);
    }
}
