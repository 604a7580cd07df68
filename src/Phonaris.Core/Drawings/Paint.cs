namespace Phonaris.Core.Drawings;

/// <summary>A fill.</summary>
public abstract record Paint;

/// <summary>One colour.</summary>
/// <param name="Color">0xAARRGGBB.</param>
public sealed record SolidPaint(uint Color) : Paint;

/// <summary>A gradient.</summary>
/// <param name="Stops">The colours with their positions, 0 to 1.</param>
/// <param name="Angle">The direction in degrees clockwise from left to right.</param>
/// <param name="Radial">Whether it is radial, from a centre to the farthest corner.</param>
public sealed record GradientPaint(ValueList<GradientStop> Stops, double Angle, bool Radial) : Paint
{
    /// <summary>The centre, as fractions of the area's width and height.</summary>
    public (double X, double Y) Center { get; init; } = (0.5, 0.5);
}

/// <summary>A colour of a gradient.</summary>
public readonly record struct GradientStop(double At, uint Color);

/// <summary>A picture stretched or tiled over the area.</summary>
/// <param name="Data">The picture file: PNG, JPEG, WebP, GIF, BMP, SVG, EMF or WMF.</param>
/// <param name="Left">The crop at the left, as a fraction of its width; negative adds space.</param>
/// <param name="Top">The crop at the top.</param>
/// <param name="Right">The crop at the right.</param>
/// <param name="Bottom">The crop at the bottom.</param>
/// <param name="Opacity">0 to 1.</param>
public sealed record PicturePaint(ReadOnlyMemory<byte> Data, double Left, double Top, double Right, double Bottom, double Opacity = 1) : Paint
{
    /// <summary>Its colour effect; null for none.</summary>
    public Recoloring? Recolored { get; init; }

    /// <summary>How it is tiled, uncropped; null if it is stretched.</summary>
    public Tiling? Tiled { get; init; }
}

/// <summary>How a picture is tiled over an area.</summary>
/// <param name="Width">The width of a tile, in points.</param>
/// <param name="Height">The height.</param>
/// <param name="Across">The horizontal anchor of area and tile, 0 to 1: 0.5 aligns their centres.</param>
/// <param name="Down">The vertical anchor.</param>
/// <param name="X">The horizontal offset, in points.</param>
/// <param name="Y">The vertical offset.</param>
/// <param name="MirroredAcross">Whether every other column is mirrored.</param>
/// <param name="MirroredDown">Whether every other row is mirrored.</param>
public sealed record Tiling(double Width, double Height, double Across, double Down, double X, double Y, bool MirroredAcross = false, bool MirroredDown = false);

/// <summary>A pattern of two colours.</summary>
/// <param name="Preset">Its name in ISO/IEC 29500-1, 20.1.10.51.</param>
/// <param name="Fore">The foreground colour, 0xAARRGGBB.</param>
/// <param name="Back">The background colour.</param>
public sealed record PatternPaint(string Preset, uint Fore, uint Back) : Paint;
