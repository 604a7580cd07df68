namespace Phonaris.Core.Shows;

/// <summary>The recipe a cue is fitted by; what it comes to is worked out again whenever the length changes.</summary>
/// <param name="Method">The method.</param>
public sealed record FitRecipe(FitMethod Method)
{
    /// <summary>The bounds of <see cref="Joins"/>.</summary>
    public const int MostJoins = 2;

    /// <summary>The most joins that can be forbidden, and passages kept.</summary>
    public const int MostPlaces = 200;

    /// <summary>Re-cut: whether rather fewer joins, down to −2, or more, up to 2, than usual.</summary>
    public int Joins { get; init; }

    /// <summary>Re-cut: joins not to be used, by the frames of the sound they lead from and to.</summary>
    public ValueList<FrameJump> Forbidden { get; init; } = [];

    /// <summary>Re-cut: joins to be used where they can be, by the frames of the sound they lead from and to.</summary>
    public ValueList<FrameJump> Wanted { get; init; } = [];

    /// <summary>Shorten: the frame of the sound it ends at; null, or one that is out of reach, for the most natural.</summary>
    public long? EndFrame { get; init; }

    /// <summary>Re-cut: passages of the sound that are neither left out nor broken.</summary>
    public ValueList<FrameRange> Kept { get; init; } = [];

    /// <summary>The recipe without the places that a shorter sound does not have.</summary>
    /// <param name="frames">The sound's length in frames.</param>
    public FitRecipe Within(long frames) => this with
    {
        Forbidden = [.. Forbidden.Where(l => l.IsWithin(frames))],
        Wanted = [.. Wanted.Where(l => l.IsWithin(frames))],
        EndFrame = EndFrame <= frames ? EndFrame : null,
        Kept = [.. Kept.Where(k => k.FromFrame < frames).Select(k => k with { ToFrame = Math.Min(k.ToFrame, frames) })],
    };
}

/// <summary>Frames of a sound, from the first to before the last.</summary>
public sealed record FrameRange(long FromFrame, long ToFrame);
