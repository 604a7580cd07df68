namespace Phonaris.Core.Shows;

/// <summary>How a cue is fitted. The result is computed again whenever the length changes.</summary>
/// <param name="Method">The method.</param>
public sealed record FitRecipe(FitMethod Method)
{
    /// <summary>The bounds of <see cref="Joins"/>.</summary>
    public const int MostEdits = 2;

    /// <summary>The most edits that can be forbidden, and the most passages that can be kept.</summary>
    public const int MostPlaces = 200;

    /// <summary>Re-cut: how many edits are preferred, from −2 for fewer to 2 for more.</summary>
    public int Joins { get; init; }

    /// <summary>Re-cut: edits that must not be used, by the frames of the sound they lead from and to.</summary>
    public ValueList<FrameJump> Forbidden { get; init; } = [];

    /// <summary>Re-cut: edits to use where possible, by the frames of the sound they lead from and to.</summary>
    public ValueList<FrameJump> Wanted { get; init; } = [];

    /// <summary>Shorten: the frame of the sound at which it ends; null, or a frame out of reach, for the most natural one.</summary>
    public long? EndFrame { get; init; }

    /// <summary>Re-cut: passages of the sound that must be kept whole.</summary>
    public ValueList<FrameRange> Kept { get; init; } = [];

    /// <summary>The recipe without the positions that lie beyond the end of a shorter sound.</summary>
    /// <param name="frames">The sound's length in frames.</param>
    public FitRecipe Within(long frames) => this with
    {
        Forbidden = [.. Forbidden.Where(l => l.IsWithin(frames))],
        Wanted = [.. Wanted.Where(l => l.IsWithin(frames))],
        EndFrame = EndFrame <= frames ? EndFrame : null,
        Kept = [.. Kept.Where(k => k.FromFrame < frames).Select(k => k with { ToFrame = Math.Min(k.ToFrame, frames) })],
    };
}

/// <summary>A range of frames of a sound, from the first to the one after the last.</summary>
public sealed record FrameRange(long FromFrame, long ToFrame);
