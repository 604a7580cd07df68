using System.Buffers;
using System.Security.Cryptography;
using Phonaris.Shared;

namespace Phonaris.Storage;

/// <summary>The stored files, unchanged, each under the SHA-256 of its content: the same file twice is stored once.</summary>
/// <param name="root">The folder of the store.</param>
public sealed class FileStore(string root)
{
    private const int BufferBytes = 1 << 20;

    /// <summary>The path of a stored file.</summary>
    /// <param name="hash">Its content hash, lower-case hexadecimal.</param>
    /// <exception cref="ArgumentException">It is not a content hash.</exception>
    public string PathOf(string hash)
    {
        ArgumentNullException.ThrowIfNull(hash);
        if (!IsHash(hash)) throw new ArgumentException("Not a content hash.", nameof(hash));
        return Path.Combine(root, hash[..2], hash);
    }

    /// <summary>The length of a content hash, in characters: SHA-256 in hexadecimal.</summary>
    public const int HashLength = 64;

    /// <summary>Whether a text is a content hash.</summary>
    public static bool IsHash(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        return text.Length == HashLength && text.All(char.IsAsciiHexDigitLower);
    }

    /// <summary>Whether a file is stored.</summary>
    public bool Has(string hash) => File.Exists(PathOf(hash));

    /// <summary>The size of a file in bytes; 0 when it is not stored.</summary>
    public long BytesOf(string hash) => new FileInfo(PathOf(hash)) is { Exists: true } file ? file.Length : 0;

    /// <summary>The content hash of a file, lower-case hexadecimal.</summary>
    /// <param name="path">The file.</param>
    /// <param name="cancel">Stops it.</param>
    public static async Task<string> HashOfAsync(string path, CancellationToken cancel)
    {
        await using var file = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read, 0, useAsync: true);
        return Convert.ToHexStringLower(await SHA256.HashDataAsync(file, cancel));
    }

    /// <summary>Moves a file into the store; it must lie on the same disk.</summary>
    /// <param name="path">The file.</param>
    /// <param name="hash">Its content hash.</param>
    public void Move(string path, string hash)
    {
        var to = PathOf(hash);
        Directory.CreateDirectory(Path.GetDirectoryName(to)!);
        // If it is already there, its content is the same.
        FinishedFile.Place(path, to);
    }

    /// <summary>Stores the content of a stream, without holding it in memory.</summary>
    /// <param name="content">The content.</param>
    /// <param name="mostBytes">The size limit in bytes.</param>
    /// <param name="tooLarge">The exception to throw beyond it.</param>
    /// <param name="cancel">Stops it; nothing is kept then.</param>
    /// <param name="claim">Records the use of a file by its content hash, before it appears in the store; null when files are never deleted.</param>
    /// <returns>The content hash.</returns>
    public async Task<string> PutAsync(Stream content, long mostBytes, Func<RuleException> tooLarge, CancellationToken cancel, Func<string, Task>? claim = null)
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
            }
            if (claim is not null) await claim(hash);
            Move(partial, hash);
            return hash;
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
            File.Delete(partial);
        }
    }
}
