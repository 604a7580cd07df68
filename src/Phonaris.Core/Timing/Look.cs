using Phonaris.Core.Shows;

namespace Phonaris.Core.Timing;

/// <summary>What the audience sees at a moment.</summary>
/// <param name="Picture">The slide.</param>
/// <param name="Videos">The videos on it, the lowest layer first.</param>
public sealed record Look(PictureSource Picture, ValueList<SeenVideo> Videos)
{
    /// <summary>Whether any video is moving.</summary>
    public bool Moves => Videos.Any(v => v.Speed > 0);

    /// <summary>The same, with every video paused.</summary>
    public Look Standing() => this with { Videos = [.. Videos.Select(v => v with { Speed = 0 })] };
}
