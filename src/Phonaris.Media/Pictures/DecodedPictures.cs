using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Security.Cryptography;
using Microsoft.Extensions.Caching.Memory;
using Phonaris.Core.Drawings;
using SkiaSharp;

namespace Phonaris.Media.Pictures;

/// <summary>The pictures within drawings, each decoded once at the size it is used: a background picture is not decoded again for each slide.</summary>
internal static class DecodedPictures
{
    /// <summary>The most pixels of a picture within a drawing.</summary>
    private const long MostPixels = 100_000_000;

    private const long MostBytes = 128_000_000;

    private static readonly MemoryCache Cache = Memory.Of(MostBytes);
    private static readonly ConditionalWeakTable<byte[], string> Hashes = [];
    private static readonly ConcurrentDictionary<(string, int, int), Lazy<SKImage?>> Making = new();

    /// <summary>A picture, no larger than needed; null if it cannot be decoded.</summary>
    /// <param name="data">The picture file.</param>
    /// <param name="width">The width at which it is drawn, in pixels.</param>
    /// <param name="height">The height.</param>
    public static SKImage? Of(ReadOnlyMemory<byte> data, int width, int height)
    {
        // The slides of one deck share the same bytes, so these are hashed once.
        var hash = MemoryMarshal.TryGetArray(data, out var part) && part.Count == part.Array!.Length ? Hashes.GetValue(part.Array, HashOf) : HashOf(data.ToArray());
        var name = (hash, width, height);
        if (Cache.TryGetValue<SKImage>(name, out var kept)) return kept;
        // Other callers wait while it is being decoded.
        var made = Making.GetOrAdd(name, _ => new(() => Make(data, width, height)));
        try
        {
            return made.Value is { } image ? Cache.Keep(name, image, (long)image.Width * image.Height * image.Info.BytesPerPixel) : null;
        }
        finally
        {
            Making.TryRemove(name, out _);
        }
    }

    private static SKImage? Make(ReadOnlyMemory<byte> data, int width, int height) =>
        PictureKinds.IsSvg(data.Span) ? SvgPicture.TryDraw(data.ToArray(), width, height)
        : PictureKinds.IsMetafile(data.Span) ? Metafile.TryDraw(data.ToArray(), width, height)
        : Decode(data.Span, width, height);

    private static string HashOf(byte[] data) => Convert.ToHexString(SHA256.HashData(data));

    private static SKImage? Decode(ReadOnlySpan<byte> data, int width, int height)
    {
        using var bytes = SKData.CreateCopy(data);
        using var codec = SKCodec.Create(bytes);
        if (codec is null || (long)codec.Info.Width * codec.Info.Height > MostPixels) return null;
        var scale = Math.Min(1, Math.Max((float)width / codec.Info.Width, (float)height / codec.Info.Height));
        var (w, h) = (Math.Max(1, (int)Math.Ceiling(codec.Info.Width * scale)), Math.Max(1, (int)Math.Ceiling(codec.Info.Height * scale)));
        using var bitmap = ScaledPicture.Decode(codec, w, h);
        if (bitmap is null) return null;
        if (w >= bitmap.Width && h >= bitmap.Height) return SKImage.FromBitmap(bitmap);
        using var scaled = bitmap.Resize(bitmap.Info.WithSize(w, h), new SKSamplingOptions(SKFilterMode.Linear));
        return scaled is null ? null : SKImage.FromBitmap(scaled);
    }
}
