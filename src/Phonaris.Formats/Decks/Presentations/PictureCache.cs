using System.IO.Compression;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>The pictures of an open presentation, each unpacked once, up to a limit: a background may be on every slide.</summary>
internal sealed class PictureCache
{
    private const long MostBytes = 100_000_000;
    private const long GreatestBytes = 200_000_000;

    private readonly Dictionary<object, byte[]> _kept = [];
    private long _bytes;

    /// <summary>The bytes of a picture.</summary>
    /// <param name="part">The name of its part.</param>
    /// <param name="open">Opens the part.</param>
    /// <param name="name">The name of the presentation in messages.</param>
    /// <exception cref="RuleException">It is too large to unpack safely.</exception>
    public byte[] Get(object part, Func<Stream> open, string name)
    {
        if (_kept.TryGetValue(part, out var known)) return known;
        using var stream = open();
        var bytes = ZipFiles.Bytes(stream, GreatestBytes, name);
        // Metafiles are often compressed again (RFC 1952).
        if (bytes is [0x1F, 0x8B, 8, ..]) bytes = Unsqueezed(bytes, name);
        if (_bytes + bytes.Length > MostBytes) return bytes;
        _bytes += bytes.Length;
        return _kept[part] = bytes;
    }

    private static byte[] Unsqueezed(byte[] squeezed, string name)
    {
        try
        {
            using var stream = new GZipStream(new MemoryStream(squeezed), CompressionMode.Decompress);
            return ZipFiles.Bytes(stream, GreatestBytes, name);
        }
        catch (InvalidDataException)
        {
            return squeezed;
        }
    }
}
