namespace Phonaris.Core.Timing;

/// <summary>A stretch of a film in which nothing moves but videos that go on, in picture frames.</summary>
/// <param name="Look">What is seen with its first picture.</param>
/// <param name="Start">Its first picture.</param>
/// <param name="End">The picture after its last.</param>
/// <param name="Dissolve">What its first pictures come from; null where it is seen as it is from the first.</param>
public sealed record Shot(Look Look, long Start, long End, Dissolve? Dissolve)
{
    /// <summary>How many of its pictures, from the first on, belong to a dissolve.</summary>
    public long Dissolving => Dissolve is null ? 0 : Math.Min(Dissolve.Pictures - Dissolve.At, End - Start);

    /// <summary>What is seen with one of its pictures, dissolves left aside.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="fps">Pictures a second.</param>
    public Look LookAt(long picture, int fps) => Look with
    {
        Videos = [.. Look.Videos.Select(v => v with { FileFrame = v.FileFrame + (long)Math.Round((picture - Start) * v.Speed * Frames.PerSecond / fps) })],
    };
}
