namespace Phonaris.Core.Signal;

/// <summary>A stretch of a sound or of a show.</summary>
/// <param name="FromFrame">Its first frame.</param>
/// <param name="ToFrame">The frame after its last.</param>
public readonly record struct FrameStretch(long FromFrame, long ToFrame);
