using System.Runtime.InteropServices;
using System.Security.Cryptography;

namespace Phonaris.Core.Signal;

/// <summary>A sound cut into passages and put together again.</summary>
/// <param name="Passages">The passages in the order they are played.</param>
public sealed record Cut(ValueList<Passage> Passages)
{
    /// <summary>A shorter jump is a splice or a short repeat, not an edit: 0.6 s.</summary>
    private const long ShortestEdit = Values.Frames.PerSecond * 6 / 10;

    /// <summary>Its length in frames.</summary>
    public long Frames => Passages.Sum(p => p.Frames);

    /// <summary>What is heard without an edit; splices and short repeats are not edits.</summary>
    public ValueList<Run> Runs()
    {
        var runs = new List<Run>();
        long at = 0;
        foreach (var passage in Passages)
        {
            if (runs is [.., var last] && Math.Abs(passage.FromFrame - last.ToFrame) < ShortestEdit) runs[^1] = last with { ToFrame = passage.FromFrame + passage.Frames };
            else runs.Add(new(at, passage.FromFrame, passage.FromFrame + passage.Frames));
            at += passage.Frames;
        }
        return runs.ToValueList();
    }

    /// <summary>A key: equal for equal cuts.</summary>
    public override string ToString()
    {
        var numbers = Passages.SelectMany(p => (long[])[p.FromFrame, p.Frames, p.SeamFrames]).ToArray();
        return Convert.ToHexStringLower(SHA256.HashData(MemoryMarshal.AsBytes(numbers.AsSpan())).AsSpan(0, 12));
    }

    /// <summary>The frame of the sound played at a frame of the cut, ignoring seams.</summary>
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

/// <summary>A stretch of a sound played without a break.</summary>
/// <param name="FromFrame">Its first frame in the sound.</param>
/// <param name="Frames">Its length in frames.</param>
/// <param name="SeamFrames">The length of the crossfade into it, in frames: half before its beginning, half after; 0 for none.</param>
public sealed record Passage(long FromFrame, long Frames, int SeamFrames);
