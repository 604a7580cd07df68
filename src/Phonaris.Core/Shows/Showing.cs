namespace Phonaris.Core.Shows;

/// <summary>How a show is presented; some checks depend on it.</summary>
/// <param name="ByItself">Whether it is self-running, timed or as a video, rather than presented by a person.</param>
/// <param name="Where">Where it is used.</param>
public sealed record Showing(bool ByItself, Destination Where)
{
    /// <summary>Presented by a person, in a room.</summary>
    public static Showing Usual { get; } = new(false, Destination.Room);
}
