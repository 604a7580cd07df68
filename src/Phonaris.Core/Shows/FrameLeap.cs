namespace Phonaris.Core.Shows;

/// <summary>A leap from one frame of a sound to another.</summary>
public sealed record FrameLeap(long FromFrame, long ToFrame)
{
    /// <summary>Whether a sound of that length has both.</summary>
    public bool IsWithin(long frames) => FromFrame >= 0 && FromFrame <= frames && ToFrame >= 0 && ToFrame <= frames;
}
