namespace Phonaris.Core.Shows;

/// <summary>Where the picture of a video is drawn, and which part of it is visible.</summary>
/// <param name="X">The left edge, in the slide's unit.</param>
/// <param name="Y">The upper edge.</param>
/// <param name="Width">The width.</param>
/// <param name="Height">The height.</param>
/// <param name="PartX">The left edge of the part, as a share of the picture's width.</param>
/// <param name="PartY">The upper edge of the part, as a share of its height.</param>
/// <param name="PartWidth">The part's width, as a share.</param>
/// <param name="PartHeight">The part's height, as a share.</param>
public readonly record struct VideoBox(double X, double Y, double Width, double Height, double PartX, double PartY, double PartWidth, double PartHeight)
{
    /// <summary>The box clipped to edges; null when nothing of it is inside.</summary>
    /// <param name="left">The left edge.</param>
    /// <param name="top">The upper edge.</param>
    /// <param name="right">The right edge.</param>
    /// <param name="bottom">The lower edge.</param>
    public VideoBox? Within(double left, double top, double right, double bottom)
    {
        var (x, y) = (Math.Max(X, left), Math.Max(Y, top));
        var (width, height) = (Math.Min(X + Width, right) - x, Math.Min(Y + Height, bottom) - y);
        if (width <= 0 || height <= 0) return null;
        var (across, down) = (PartWidth / Width, PartHeight / Height);
        return new(x, y, width, height, PartX + (x - X) * across, PartY + (y - Y) * down, width * across, height * down);
    }
}
