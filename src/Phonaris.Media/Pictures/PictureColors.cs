using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>Colour effects on pictures, as filters.</summary>
internal static class PictureColors
{
    /// <summary>How near a colour must be to the transparent one, as a fraction of the full range.</summary>
    private const float Near = 0.02f;

    private const int Levels = 256;

    /// <summary>The luminance of a colour (Rec. 709).</summary>
    private static readonly float[] Luma = [0.2126f, 0.7152f, 0.0722f];

    private static readonly Lazy<SKRuntimeEffect> Clear = new(() => SKRuntimeEffect.CreateColorFilter(
        """
        uniform half3 cleared;
        uniform half near;
        half4 main(half4 color) {
          half3 away = abs(color.rgb - cleared);
          return max(away.r, max(away.g, away.b)) <= near ? half4(0) : color;
        }
        """, out var errors) ?? throw new InvalidOperationException(errors));

    /// <summary>The filter for an effect; null for none.</summary>
    /// <param name="how">The effect.</param>
    public static SKColorFilter? Filter(Recoloring? how)
    {
        if (how is null) return null;
        var filter = Changed(how);
        if (how.Threshold is { } threshold) filter = After(After(Changed(new(0xFF000000, 0xFFFFFFFF)), Parted(threshold)), filter);
        if (how.Cleared is { } color)
        {
            var from = (SKColorF)new SKColor(color);
            using var uniforms = new SKRuntimeEffectUniforms(Clear.Value) { ["cleared"] = new[] { from.Red, from.Green, from.Blue }, ["near"] = Near };
            filter = After(Clear.Value.ToColorFilter(uniforms), filter);
        }
        return filter;
    }

    /// <summary>Combines two filters; the result owns both.</summary>
    private static SKColorFilter After(SKColorFilter first, SKColorFilter then)
    {
        using (first)
        using (then) return SKColorFilter.CreateCompose(then, first);
    }

    /// <summary>Black and white by a threshold of lightness.</summary>
    private static SKColorFilter Parted(double threshold)
    {
        byte[] levels = [.. Enumerable.Range(0, Levels).Select(l => l >= threshold * (Levels - 1) ? byte.MaxValue : byte.MinValue)];
        byte[] same = [.. Enumerable.Range(0, Levels).Select(l => (byte)l)];
        return SKColorFilter.CreateTable(same, levels, levels, levels);
    }

    /// <summary>Maps dark to one colour and light to another, then changes brightness and contrast.</summary>
    private static SKColorFilter Changed(Recoloring how)
    {
        float[] matrix = [1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 0, 1, 0];
        if (how is { Dark: { } from, Light: { } to })
        {
            SKColorF dark = new SKColor(from), light = new SKColor(to);
            foreach (var (row, (begin, end)) in new[] { (dark.Red, light.Red), (dark.Green, light.Green), (dark.Blue, light.Blue) }.Select((c, i) => (i, c)))
            {
                for (var k = 0; k < Luma.Length; k++) matrix[5 * row + k] = (end - begin) * Luma[k];
                matrix[5 * row + 4] = begin;
            }
        }
        var slope = (float)(how.Contrast <= 0 ? 1 + how.Contrast : 1 / Math.Max(0.01, 1 - how.Contrast));
        var rest = (float)(0.5 - 0.5 * slope + how.Brightness);
        for (var row = 0; row < 3; row++)
        {
            for (var k = 0; k < 5; k++) matrix[5 * row + k] *= slope;
            matrix[5 * row + 4] += rest;
        }
        return SKColorFilter.CreateColorMatrix(matrix);
    }
}
