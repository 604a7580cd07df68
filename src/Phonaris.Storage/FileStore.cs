using System.Buffers;
using System.Security.Cryptography;

namespace Phonaris.Storage;

/// <summary>The files brought in, kept as they came, each under the SHA-256 of its content: the same file twice is one.</summary>
/// <param name="root">The folder they are kept in.</param>
public sealed class FileStore(string root)
{
    private const int BufferBytes = 1 << 20;

    /// <summary>The path of a file that is kept.</summary>
    /// <param name="hash">Its content hash, lower-case hexadecimal.</param>
    /// <exception cref="ArgumentException">It is not a hash.</exception>
    public string PathOf(string hash)
    {
        ArgumentNullException.ThrowIfNull(hash);
        if (hash.Length != 64 || !hash.All(char.IsAsciiHexDigitLower)) throw new ArgumentException("Not a content hash.", nameof(hash));
        return Path.Combine(root, hash[..2], hash);
    }

    /// <summary>Whether a file is kept.</summary>
    public bool Has(string hash) => File.Exists(PathOf(hash));

    /// <summary>How large a file is, in bytes; 0 where it is not kept.</summary>
    public long BytesOf(string hash) => new FileInfo(PathOf(hash)) is { Exists: true } file ? file.Length : 0;

    /// <summary>Takes a file in that lies on the same disk; it is moved, not copied.</summary>
    /// <param name="path">The file.</param>
    /// <param name="cancel">Stops it; the file then stays where it is.</param>
    /// <returns>The content hash.</returns>
    public async Task<string> TakeAsync(string path, CancellationToken cancel)
    {
        string hash;
        await using (var file = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read, 0, useAsync: true))
            hash = Convert.ToHexStringLower(await SHA256.HashDataAsync(file, cancel));
        var to = PathOf(hash);
        Directory.CreateDirectory(Path.GetDirectoryName(to)!);
        if (TryTouch(to)) File.Delete(path);
        else File.Move(path, to);
        return hash;
    }

    /// <summary>Keeps what a stream holds, without ever holding it in memory.</summary>
    /// <param name="content">The content.</param>
    /// <param name="mostBytes">How many bytes it may have.</param>
    /// <param name="tooLarge">The exception to throw when it has more.</param>
    /// <param name="cancel">Stops it; nothing is kept then.</param>
    /// <returns>The content hash.</returns>
    public async Task<string> PutAsync(Stream content, long mostBytes, Func<RuleException> tooLarge, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(content);
        ArgumentNullException.ThrowIfNull(tooLarge);
        Directory.CreateDirectory(root);
        var partial = Path.Combine(root, $"{Guid.NewGuid():N}.part");
        var buffer = ArrayPool<byte>.Shared.Rent(BufferBytes);
        try
        {
            string hash;
            using (var sum = IncrementalHash.CreateHash(HashAlgorithmName.SHA256))
            await using (var file = new FileStream(partial, FileMode.CreateNew, FileAccess.Write, FileShare.None, 0, useAsync: true))
            {
                long total = 0;
                int read;
                while ((read = await content.ReadAsync(buffer, cancel)) > 0)
                {
                    if ((total += read) > mostBytes) throw tooLarge();
                    sum.AppendData(buffer, 0, read);
                    await file.WriteAsync(buffer.AsMemory(0, read), cancel);
                }
                hash = Convert.ToHexStringLower(sum.GetHashAndReset());
                file.Flush(flushToDisk: true);
            }
            var path = PathOf(hash);
            Directory.CreateDirectory(Path.GetDirectoryName(path)!);
            if (!TryTouch(path)) File.Move(partial, path);
            return hash;
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
            File.Delete(partial);
        }
    }

    /// <summary>Makes a file that came once more young again: it is on its way into a show, and is not given back meanwhile. Whether it is there.</summary>
    private static bool TryTouch(string path)
    {
        try
        {
            File.SetLastWriteTimeUtc(path, DateTime.UtcNow);
            return true;
        }
        catch (FileNotFoundException)
        {
            return false;
        }
    }
}
