using System.IO.Compression;

namespace Phonaris.Formats.Decks.Presentations;

/// <summary>The pictures of an open presentation, each unpacked once while they are not too much: one may stand behind every slide.</summary>
internal sealed class KeptPictures
{
    private const long MostBytes = 100_000_000;
    private const long GreatestBytes = 200_000_000;

    private readonly Dictionary<object, byte[]> _kept = [];
    private long _bytes;

    /// <summary>A picture's bytes.</summary>
    /// <param name="part">What it is in the file.</param>
    /// <param name="open">Opens them.</param>
    /// <param name="name">What to call the presentation in messages.</param>
    /// <exception cref="RuleException">It is larger than can be unpacked safely.</exception>
    public byte[] Get(object part, Func<Stream> open, string name)
    {
        if (_kept.TryGetValue(part, out var known)) return known;
        using var stream = open();
        var bytes = ZipFiles.Bytes(stream, GreatestBytes, name);
        // Metafiles are often squeezed once more (RFC 1952).
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
