using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>The patterns of ISO/IEC 29500-1, 20.1.10.51, as tiles of 8 by 8 points at 96 points per inch.</summary>
internal static class PatternTiles
{
    private const int Side = 8;
    private const float PointsPerDot = 0.75f;

    /// <summary>The order in which dots are set as a pattern grows denser (Bayer, 1973).</summary>
    private static readonly int[] Order =
    [
        0, 32, 8, 40, 2, 34, 10, 42, 48, 16, 56, 24, 50, 18, 58, 26, 12, 44, 4, 36, 14, 46, 6, 38, 60, 28, 52, 20, 62, 30, 54, 22,
        3, 35, 11, 43, 1, 33, 9, 41, 51, 19, 59, 27, 49, 17, 57, 25, 15, 47, 7, 39, 13, 45, 5, 37, 63, 31, 55, 23, 61, 29, 53, 21,
    ];

    /// <summary>A shader that paints a pattern.</summary>
    public static SKShader Shader(PatternPaint pattern)
    {
        using var tile = new SKBitmap(Side, Side, Pixels.Order, SKAlphaType.Unpremul);
        for (var y = 0; y < Side; y++)
            for (var x = 0; x < Side; x++) tile.SetPixel(x, y, IsSet(pattern.Preset, x, y) ? new(pattern.Fore) : new(pattern.Back));
        return SKShader.CreateBitmap(tile, SKShaderTileMode.Repeat, SKShaderTileMode.Repeat, SKMatrix.CreateScale(PointsPerDot, PointsPerDot));
    }

    private static bool IsSet(string preset, int x, int y)
    {
        if (preset.StartsWith("pct", StringComparison.Ordinal) && int.TryParse(preset.AsSpan(3), out var percent)) return Order[y * Side + x] < percent * Side * Side / 100;
        var (up, down) = ((x + y) % Side, (x - y + Side) % Side);
        return preset switch
        {
            "horz" => y == 0,
            "ltHorz" => y % 4 == 0,
            "narHorz" => y % 2 == 0,
            "dkHorz" => y % 4 < 2,
            "dashHorz" => y % 4 == 0 && (x < 4) == (y == 0),
            "vert" => x == 0,
            "ltVert" => x % 4 == 0,
            "narVert" => x % 2 == 0,
            "dkVert" => x % 4 < 2,
            "dashVert" => x % 4 == 0 && (y < 4) == (x == 0),
            "upDiag" => up == 0,
            "ltUpDiag" => up % 4 == 0,
            "dkUpDiag" => up % 4 < 2,
            "wdUpDiag" => up < 3,
            "dashUpDiag" => up % 4 == 0 && y < 4,
            "dnDiag" => down == 0,
            "ltDnDiag" => down % 4 == 0,
            "dkDnDiag" => down % 4 < 2,
            "wdDnDiag" => down < 3,
            "dashDnDiag" => down % 4 == 0 && y < 4,
            "cross" or "lgGrid" => x == 0 || y == 0,
            "smGrid" => x % 4 == 0 || y % 4 == 0,
            "dotGrid" => x == 0 && y % 2 == 0 || y == 0 && x % 2 == 0,
            "diagCross" or "openDmnd" => up == 0 || down == 0,
            "dotDmnd" => (up == 0 || down == 0) && x % 2 == 0,
            "solidDmnd" => Math.Abs(x - 3) + Math.Abs(y - 3) < 4,
            "smCheck" => x / 2 % 2 == y / 2 % 2,
            "lgCheck" => x / 4 == y / 4,
            "trellis" => y % 2 == 0 || (x + y / 2 * 2) % 4 is 1 or 2,
            "smConfetti" or "lgConfetti" => Order[(y * 5 + x * 3) % 64] < 12,
            "zigZag" => (y + Math.Abs(x - 4)) % 4 == 0,
            "wave" => y % 4 == (x % 4 < 2 ? 1 : 2),
            "diagBrick" => up == 0 || down == 0 && x < 4,
            "horzBrick" => y % 4 == 0 || x == (y < 4 ? 0 : 4),
            _ => Order[y * Side + x] < 24,
        };
    }
}
