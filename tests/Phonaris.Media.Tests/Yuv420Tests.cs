using Phonaris.Media.Films;
using Phonaris.Media.Pictures;
using SkiaSharp;

namespace Phonaris.Media.Tests;

public class Yuv420Tests
{
    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(93)]
    [InlineData(255)]
    [InlineData(256)]
    public void A_mix_of_two_pictures_is_rounded_correctly(int share)
    {
        // Every pair of bytes, and some that do not fill a vector.
        var from = Enumerable.Range(0, 65536 + 7).Select(k => (byte)k).ToArray();
        var to = Enumerable.Range(0, from.Length).Select(k => (byte)(k >> 8)).ToArray();
        var result = new byte[from.Length];

        Yuv420.Blend(from, to, share, result);

        Assert.Equal(from.Zip(to, (a, b) => (byte)Math.Floor((a * (256 - share) + b * share) / 256.0 + 0.5)), result);
    }

    [Theory]
    // The corners of BT.709 in limited range, as 8-bit colour bars have them.
    [InlineData(255, 255, 255, 235, 128, 128)]
    [InlineData(0, 0, 0, 16, 128, 128)]
    [InlineData(255, 0, 0, 63, 102, 240)]
    [InlineData(0, 255, 0, 173, 42, 26)]
    [InlineData(0, 0, 255, 32, 240, 118)]
    public void Colours_are_converted_to_BT_709(byte red, byte green, byte blue, byte y, byte u, byte v)
    {
        using var picture = Pixels.Opaque(4, 2);
        picture.Erase(new SKColor(red, green, blue));

        Assert.Equal([y, y, y, y, y, y, y, y, u, u, v, v], Yuv420.From(picture));
    }
}
