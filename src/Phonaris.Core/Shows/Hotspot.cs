namespace Phonaris.Core.Shows;

/// <summary>
/// A place on the slides of a cue that the presenter clicks to start it. Lengths and places are shares of the slide's picture, from its
/// upper left corner.
/// </summary>
/// <param name="X">The middle, from the left, 0 to 1.</param>
/// <param name="Y">The middle, from above, 0 to 1.</param>
/// <param name="Size">Its width as a share of the slide's width; it is as high as wide.</param>
/// <param name="Turn">How far it is turned, in degrees clockwise, −180 to 180.</param>
/// <param name="Symbol">What it looks like, where it has no picture of its own.</param>
/// <param name="Color">Its colour, <c>#rrggbb</c>.</param>
/// <param name="Opacity">How solid it is, 0 to 1.</param>
/// <param name="Alternative">Its text alternative.</param>
/// <param name="Shown">Whether the audience sees it; where not, its place works all the same.</param>
/// <param name="Picture">A picture of its own; null for the symbol.</param>
public sealed record Hotspot(
    double X, double Y, double Size, double Turn, HotspotSymbol Symbol, string Color, double Opacity, string Alternative, bool Shown,
    PictureSource? Picture = null)
{
    /// <summary>The least size.</summary>
    public const double LeastSize = 0.02;

    /// <summary>The greatest size.</summary>
    public const double GreatestSize = 1;

    /// <summary>The longest text alternative, in characters.</summary>
    public const int LongestAlternative = 200;

    /// <summary>A hotspot in the middle of the slide.</summary>
    /// <param name="alternative">What it is, in words; cut off where it is too long.</param>
    public static Hotspot New(string alternative)
    {
        ArgumentNullException.ThrowIfNull(alternative);
        return new(0.5, 0.5, 0.08, 0, HotspotSymbol.Wing, "#D9772B", 1, Names.Short(alternative, LongestAlternative), Shown: true);
    }
}

/// <summary>The symbols of hotspots.</summary>
public enum HotspotSymbol
{
    /// <summary>A moth's wing.</summary>
    Wing,

    /// <summary>A bell.</summary>
    Bell,

    /// <summary>A drop.</summary>
    Drop,

    /// <summary>A leaf.</summary>
    Leaf,

    /// <summary>A ring.</summary>
    Ring,

    /// <summary>A wave.</summary>
    Wave,
}
