namespace Phonaris.Core.Signal;

/// <summary>A part of a sound heard without an edit.</summary>
/// <param name="AtFrame">Where it begins in the cut.</param>
/// <param name="FromFrame">Its first frame in the sound.</param>
/// <param name="ToFrame">The frame after its last.</param>
public sealed record Run(long AtFrame, long FromFrame, long ToFrame);
