using System.Buffers.Binary;
using System.Runtime.CompilerServices;
using Phonaris.Core.Live;
using Phonaris.Media.Sounds;

namespace Phonaris.Exports.Players;

/// <summary>The stems of a player in segments that are exact to the sample when decoded. They are cached, so unchanged ones are not encoded again.</summary>
internal static class PlayerSounds
{
    /// <summary>The cache name of a stem's segments.</summary>
    public static string NameOf(LiveStem stem) => $"player/{stem.Key}.pieces";

    /// <summary>Writes the segments of a stem, as <see cref="SoundPieces"/> does.</summary>
    public static async Task WriteAsync(LiveStem stem, ExportTools tools, string path, CancellationToken cancel)
    {
        await using var file = File.Create(path);
        await SoundPieces.WriteAsync(stem.ToSchedule(), tools.Sounds.Open, Path.GetDirectoryName(path)!, file, cancel, light: true);
    }

    /// <summary>Reads them.</summary>
    public static async IAsyncEnumerable<byte[]> ReadAsync(string path, [EnumeratorCancellation] CancellationToken cancel)
    {
        await using var file = File.OpenRead(path);
        var length = new byte[sizeof(int)];
        while (await file.ReadAtLeastAsync(length, length.Length, throwOnEndOfStream: false, cancel) == length.Length)
        {
            var piece = new byte[BinaryPrimitives.ReadInt32LittleEndian(length)];
            await file.ReadExactlyAsync(piece, cancel);
            yield return piece;
        }
    }
}
