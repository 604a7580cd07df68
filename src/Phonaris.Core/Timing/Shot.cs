namespace Phonaris.Core.Timing;

/// <summary>A stretch of a video in which nothing changes but videos that play on, in pictures.</summary>
/// <param name="Look">What is shown in its first picture.</param>
/// <param name="Start">Its first picture.</param>
/// <param name="End">The picture after its last.</param>
/// <param name="Dissolve">What its first pictures dissolve from; null without a dissolve.</param>
public sealed record Shot(Look Look, long Start, long End, Dissolve? Dissolve)
{
    /// <summary>How many of its pictures, from the first, belong to a dissolve.</summary>
    public long Dissolving => Dissolve is null ? 0 : Math.Min(Dissolve.Pictures - Dissolve.At, End - Start);

    /// <summary>What is shown in one of its pictures, without dissolves.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="fps">Pictures per second.</param>
    public Look LookAt(long picture, int fps) => Look with
    {
        Videos = [.. Look.Videos.Select(v => v with { FileFrame = v.FileFrame + (long)Math.Round((picture - Start) * v.Speed * Frames.PerSecond / fps) })],
    };
}
