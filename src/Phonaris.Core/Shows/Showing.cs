namespace Phonaris.Core.Shows;

/// <summary>How a show is shown: what it is looked over for goes by that.</summary>
/// <param name="ByItself">Whether it runs by itself, on the clock or as a film; where not, somebody presents it.</param>
/// <param name="Where">Where it is heard.</param>
public sealed record Showing(bool ByItself, Destination Where)
{
    /// <summary>Presented by somebody, in a room.</summary>
    public static Showing Usual { get; } = new(false, Destination.Room);
}
