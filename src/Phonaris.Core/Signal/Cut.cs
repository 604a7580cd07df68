using System.Runtime.InteropServices;
using System.Security.Cryptography;

namespace Phonaris.Core.Signal;

/// <summary>A sound taken apart and put together again: passages of it, one after the other.</summary>
/// <param name="Passages">The passages in the order they are heard.</param>
public sealed record Cut(ValueList<Passage> Passages)
{
    /// <summary>What leads less far than this is a splice, or a moment's wait, not a join: 0.6 s.</summary>
    private const long LeastJoin = Values.Frames.PerSecond * 6 / 10;

    /// <summary>Its length in frames.</summary>
    public long Frames => Passages.Sum(p => p.Frames);

    /// <summary>What is heard without a join; splices and short waits are none.</summary>
    public ValueList<Run> Runs()
    {
        var runs = new List<Run>();
        long at = 0;
        foreach (var passage in Passages)
        {
            if (runs is [.., var last] && Math.Abs(passage.FromFrame - last.ToFrame) < LeastJoin) runs[^1] = last with { ToFrame = passage.FromFrame + passage.Frames };
            else runs.Add(new(at, passage.FromFrame, passage.FromFrame + passage.Frames));
            at += passage.Frames;
        }
        return runs.ToValueList();
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
