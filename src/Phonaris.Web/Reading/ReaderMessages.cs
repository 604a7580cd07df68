using System.Buffers.Binary;
using System.Text.Json;
using Phonaris.Core.Shows;

namespace Phonaris.Web.Reading;

/// <summary>Messages between the server and a reader: the length of the JSON in four bytes, little-endian, and the JSON.</summary>
internal static class ReaderMessages
{
    /// <summary>The longest message, in bytes.</summary>
    private const int Longest = 300_000_000;

    public static async Task WriteAsync<T>(Stream stream, T message, CancellationToken cancel)
    {
        var json = JsonSerializer.SerializeToUtf8Bytes(message, ShowJson.Options);
        var length = new byte[sizeof(int)];
        BinaryPrimitives.WriteInt32LittleEndian(length, json.Length);
        await stream.WriteAsync(length, cancel);
        await stream.WriteAsync(json, cancel);
        await stream.FlushAsync(cancel);
    }

    /// <exception cref="EndOfStreamException">The other side has ended.</exception>
    public static async Task<T> ReadAsync<T>(Stream stream, CancellationToken cancel)
    {
        var head = new byte[sizeof(int)];
        await stream.ReadExactlyAsync(head, cancel);
        var length = BinaryPrimitives.ReadInt32LittleEndian(head);
        if (length is <= 0 or > Longest) throw new InvalidDataException("Not a message.");
        var json = new byte[length];
        await stream.ReadExactlyAsync(json, cancel);
        return JsonSerializer.Deserialize<T>(json, ShowJson.Options)!;
    }
}
