namespace Phonaris.Formats.Decks.Presentations;

/// <summary>The pictures of an open presentation, each unpacked once while they are not too much: one may stand behind every slide.</summary>
internal sealed class KeptPictures
{
    private const long MostBytes = 100_000_000;

    private readonly Dictionary<object, byte[]> _kept = [];
    private long _bytes;

    /// <summary>A picture's bytes.</summary>
    /// <param name="part">What it is in the file.</param>
    /// <param name="unpack">Gives them.</param>
    public byte[] Get(object part, Func<byte[]> unpack)
    {
        if (_kept.TryGetValue(part, out var known)) return known;
        var bytes = unpack();
        if (_bytes + bytes.Length > MostBytes) return bytes;
        _bytes += bytes.Length;
        return _kept[part] = bytes;
    }
}
