namespace Phonaris.Core.Shows;

/// <summary>
/// A place on the slides of a cue that the presenter clicks to start it. Lengths and positions are fractions of the slide's picture, measured from its
/// upper left corner.
/// </summary>
/// <param name="X">The horizontal centre, from the left, 0 to 1.</param>
/// <param name="Y">The vertical centre, from the top, 0 to 1.</param>
/// <param name="Size">Its width, as a fraction of the slide's width; its height is the same.</param>
/// <param name="Turn">Its rotation in degrees clockwise, −180 to 180.</param>
/// <param name="Symbol">Its symbol, when it has no picture.</param>
/// <param name="Color">Its colour, <c>#rrggbb</c>.</param>
/// <param name="Opacity">Its opacity, 0 to 1.</param>
/// <param name="Alternative">Its text alternative.</param>
/// <param name="Shown">Whether the audience sees it; a hidden hotspot can still be clicked.</param>
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
    /// <param name="alternative">The text alternative; cut off when it is too long.</param>
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
