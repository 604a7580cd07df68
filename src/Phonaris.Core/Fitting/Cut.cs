using System.Runtime.InteropServices;
using System.Security.Cryptography;

namespace Phonaris.Core.Fitting;

/// <summary>A sound taken apart and put together anew: passages of it, one after the other.</summary>
/// <param name="Passages">The passages in the order they are heard.</param>
public sealed record Cut(ValueList<Passage> Passages)
{
    /// <summary>Its length in frames.</summary>
    public long Frames => Passages.Sum(p => p.Frames);

    /// <summary>Where a passage begins that lies elsewhere in the sound than the one before ended; splices of some milliseconds are none.</summary>
    public IEnumerable<long> JoinFrames()
    {
        long at = 0;
        for (var k = 1; k < Passages.Count; k++)
        {
            at += Passages[k - 1].Frames;
            if (Math.Abs(Passages[k].FromFrame - Passages[k - 1].FromFrame - Passages[k - 1].Frames) > Timing.Frames.PerSecond / 10) yield return at;
        }
    }

    /// <summary>A name for it: equal for equal cuts.</summary>
    public override string ToString()
    {
        var numbers = Passages.SelectMany(p => (long[])[p.FromFrame, p.Frames, p.SeamFrames]).ToArray();
        return Convert.ToHexStringLower(SHA256.HashData(MemoryMarshal.AsBytes(numbers.AsSpan())).AsSpan(0, 12));
    }

    /// <summary>The frame of the sound that is heard at a frame of the cut, seams left aside.</summary>
    public long SoundFrame(long frame)
    {
        foreach (var passage in Passages)
        {
            if (frame < passage.Frames) return passage.FromFrame + frame;
            frame -= passage.Frames;
        }
        return Passages is [.., var last] ? last.FromFrame + last.Frames + frame : frame;
    }
}

/// <summary>A stretch of a sound that is heard without a break.</summary>
/// <param name="FromFrame">Its first frame in the sound.</param>
/// <param name="Frames">Its length in frames.</param>
/// <param name="SeamFrames">The length of the crossfade it is entered with, in frames: half before its beginning, half after; 0 for none.</param>
public sealed record Passage(long FromFrame, long Frames, int SeamFrames);
