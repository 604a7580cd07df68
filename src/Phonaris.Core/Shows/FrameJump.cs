namespace Phonaris.Core.Shows;

/// <summary>A jump from one frame of a sound to another.</summary>
public sealed record FrameJump(long FromFrame, long ToFrame)
{
    /// <summary>Whether both frames exist in a sound of that length.</summary>
    public bool IsWithin(long frames) => FromFrame >= 0 && FromFrame <= frames && ToFrame >= 0 && ToFrame <= frames;
}
