using System.Numerics;
using Phonaris.Media.Pictures;
using SkiaSharp;

namespace Phonaris.Media.Films;

/// <summary>
/// Planar 4:2:0 pictures for the encoder: luma, then both chroma planes at half size. ITU-R BT.709-6, limited range:
/// Y = 16 + 219·(0.2126 R + 0.7152 G + 0.0722 B), C = 128 + 224·(B − Y)/1.8556 and (R − Y)/1.5748, chroma as the mean of four pixels.
/// </summary>
internal static class Yuv420
{
    private const int Shift = 16;

    // Fixed-point coefficients: value × 2^16 ÷ 255.
    private const int Yr = (int)(0.2126 * 219 / 255 * 65536 + 0.5), Yg = (int)(0.7152 * 219 / 255 * 65536 + 0.5), Yb = (int)(0.0722 * 219 / 255 * 65536 + 0.5);
    private const int Ur = -(int)(0.2126 / 1.8556 * 224 / 255 * 65536 + 0.5), Ug = -(int)(0.7152 / 1.8556 * 224 / 255 * 65536 + 0.5), Ub = -Ur - Ug;
    private const int Vg = -(int)(0.7152 / 1.5748 * 224 / 255 * 65536 + 0.5), Vb = -(int)(0.0722 / 1.5748 * 224 / 255 * 65536 + 0.5), Vr = -Vg - Vb;

    /// <summary>The number of bytes of a picture.</summary>
    public static int Size(int width, int height) => width * height * 3 / 2;

    /// <summary>Converts an opaque picture of even size.</summary>
    public static byte[] From(SKBitmap bitmap)
    {
        var (width, height) = (bitmap.Width, bitmap.Height);
        var pixels = bitmap.GetPixelSpan();
        var yuv = new byte[Size(width, height)];
        var (u, v) = (width * height, width * height * 5 / 4);
        for (var y = 0; y < height; y += 2)
        {
            for (var x = 0; x < width; x += 2)
            {
                int r = 0, g = 0, b = 0;
                for (var k = 0; k < 4; k++)
                {
                    var at = (y + k / 2) * width + x + k % 2;
                    var pixel = at * Pixels.Bytes;
                    var (pr, pg, pb) = (pixels[pixel + Pixels.Red], pixels[pixel + Pixels.Green], pixels[pixel + Pixels.Blue]);
                    yuv[at] = (byte)((Yr * pr + Yg * pg + Yb * pb + (16 << Shift) + (1 << (Shift - 1))) >> Shift);
                    r += pr;
                    g += pg;
                    b += pb;
                }
                // The sums are of four pixels: shift by two more bits.
                var half = 1 << (Shift + 1);
                yuv[u++] = (byte)((Ur * r + Ug * g + Ub * b + (128 << (Shift + 2)) + half) >> (Shift + 2));
                yuv[v++] = (byte)((Vr * r + Vg * g + Vb * b + (128 << (Shift + 2)) + half) >> (Shift + 2));
            }
        }
        return yuv;
    }

    /// <summary>A mix of two pictures, with <paramref name="share"/> 256ths of the second.</summary>
    public static void Blend(ReadOnlySpan<byte> from, ReadOnlySpan<byte> to, int share, Span<byte> result)
    {
        // At most 255 × 256 + 128, which fits 16 bits, so the processor handles many at once.
        var (first, second, half) = (new Vector<ushort>((ushort)(256 - share)), new Vector<ushort>((ushort)share), new Vector<ushort>(128));
        var i = 0;
        for (; i <= result.Length - Vector<byte>.Count; i += Vector<byte>.Count)
        {
            Vector.Widen(new Vector<byte>(from[i..]), out var fromLow, out var fromHigh);
            Vector.Widen(new Vector<byte>(to[i..]), out var toLow, out var toHigh);
            Vector.Narrow((fromLow * first + toLow * second + half) >>> 8, (fromHigh * first + toHigh * second + half) >>> 8).CopyTo(result[i..]);
        }
        for (; i < result.Length; i++) result[i] = (byte)((from[i] * (256 - share) + to[i] * share + 128) >> 8);
    }
}
