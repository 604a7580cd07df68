using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Phonaris.Core.Shows;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Draws hotspots as the page does: with the same outlines, on a grid of 24 by 24.</summary>
internal static class SpotPainter
{
    /// <summary>The width and height of the picture, in pixels.</summary>
    public const int Side = 256;

    private const float Field = 24, Edge = 0.8f;

    private static readonly Dictionary<string, string> Outlines = JsonSerializer.Deserialize<Dictionary<string, string>>(
        typeof(SpotPainter).Assembly.GetManifestResourceStream("symbols.json") ?? throw new InvalidOperationException("The symbols are not among the resources."))!;

    /// <summary>The id of the picture: equal if the pictures are equal.</summary>
    public static string NameOf(Hotspot spot)
    {
        var looks = spot with { X = 0, Y = 0, Size = 1, Alternative = "" };
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{looks}")).AsSpan(0, 12));
    }

    /// <summary>Draws a hotspot.</summary>
    /// <param name="spot">The hotspot.</param>
    /// <param name="own">Its own picture; null for the symbol.</param>
    public static SKBitmap Draw(Hotspot spot, SKBitmap? own)
    {
        var bitmap = new SKBitmap(Side, Side, Pixels.Order, SKAlphaType.Premul);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.Transparent);
        if (!spot.Shown) return bitmap;
        using var layer = new SKPaint { Color = SKColors.White.WithAlpha((byte)Math.Round(spot.Opacity * 255)) };
        canvas.SaveLayer(layer);
        canvas.RotateDegrees((float)spot.Turn, Side / 2f, Side / 2f);
        if (own is not null)
        {
            var scale = Math.Min((float)Side / own.Width, (float)Side / own.Height);
            canvas.DrawBitmap(own, SKRect.Create((Side - own.Width * scale) / 2, (Side - own.Height * scale) / 2, own.Width * scale, own.Height * scale), new SKSamplingOptions(SKCubicResampler.Mitchell));
        }
        else
        {
            using var outline = SKPath.ParseSvgPathData(Outlines[JsonNamingPolicy.CamelCase.ConvertName($"{spot.Symbol}")]);
            outline.FillType = SKPathFillType.EvenOdd;
            canvas.Scale(Side / Field);
            using var fill = new SKPaint { Color = SKColor.Parse(spot.Color), IsAntialias = true };
            using var edge = new SKPaint { Color = SKColor.Parse("#fffefa"), IsAntialias = true, Style = SKPaintStyle.Stroke, StrokeWidth = Edge, StrokeJoin = SKStrokeJoin.Round };
            canvas.DrawPath(outline, fill);
            canvas.DrawPath(outline, edge);
        }
        canvas.Restore();
        return bitmap;
    }
}
