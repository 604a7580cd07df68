namespace Phonaris.Core.Drawings;

/// <summary>What an area is painted with.</summary>
public abstract record Paint;

/// <summary>One colour.</summary>
/// <param name="Color">0xAARRGGBB.</param>
public sealed record SolidPaint(uint Color) : Paint;

/// <summary>Colours running into each other.</summary>
/// <param name="Stops">The colours with their places, 0 to 1.</param>
/// <param name="Angle">The direction in degrees clockwise from left to right.</param>
/// <param name="Radial">From a point outward to the furthest corner instead.</param>
public sealed record GradientPaint(ValueList<GradientStop> Stops, double Angle, bool Radial) : Paint
{
    /// <summary>Where the point is that it runs from, as parts of the area's width and height.</summary>
    public (double X, double Y) Center { get; init; } = (0.5, 0.5);
}

/// <summary>A colour of a gradient.</summary>
public readonly record struct GradientStop(double At, uint Color);

/// <summary>A picture stretched over the area, or laid side by side.</summary>
/// <param name="Data">The picture file: PNG, JPEG, WebP, GIF, BMP, SVG, EMF or WMF.</param>
/// <param name="Left">How much is cut off at the left, as a fraction of its width; negative adds room.</param>
/// <param name="Top">How much is cut off at the top.</param>
/// <param name="Right">How much is cut off at the right.</param>
/// <param name="Bottom">How much is cut off at the bottom.</param>
/// <param name="Opacity">0 to 1.</param>
public sealed record PicturePaint(ReadOnlyMemory<byte> Data, double Left, double Top, double Right, double Bottom, double Opacity = 1) : Paint
{
    /// <summary>What is done to its colours; null for nothing.</summary>
    public Recoloring? Recolored { get; init; }

    /// <summary>How it is laid side by side, uncut; null where it is stretched.</summary>
    public Tiling? Tiled { get; init; }
}

/// <summary>How a picture is laid side by side over an area.</summary>
/// <param name="Width">How wide it is each time, in points.</param>
/// <param name="Height">How high.</param>
/// <param name="Across">Which part of the area's width and of its own lie on each other, 0 to 1: 0.5 for middle on middle.</param>
/// <param name="Down">Which part of the heights.</param>
/// <param name="X">How far to the right of there it lies, in points.</param>
/// <param name="Y">How far below.</param>
/// <param name="MirroredAcross">Whether every other one to the side is mirrored.</param>
/// <param name="MirroredDown">Whether every other one below is.</param>
public sealed record Tiling(double Width, double Height, double Across, double Down, double X, double Y, bool MirroredAcross = false, bool MirroredDown = false);

/// <summary>A pattern of two colours.</summary>
/// <param name="Preset">Its name in ISO/IEC 29500-1, 20.1.10.51.</param>
/// <param name="Fore">The colour of what is drawn, 0xAARRGGBB.</param>
/// <param name="Back">The colour behind it.</param>
public sealed record PatternPaint(string Preset, uint Fore, uint Back) : Paint;
