using System.Buffers;
using System.Security.Cryptography;
using Phonaris.Shared;

namespace Phonaris.Storage;

/// <summary>The files imported, kept as they came, each under the SHA-256 of its content: the same file twice is one.</summary>
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

    /// <summary>Whether a file is kept.</summary>
    public bool Has(string hash) => File.Exists(PathOf(hash));

    /// <summary>How large a file is, in bytes; 0 where it is not kept.</summary>
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
        // Where it is there already the content is the same.
        FinishedFile.Place(path, to);
    }

    /// <summary>Keeps what a stream holds, without ever holding it in memory.</summary>
    /// <param name="content">The content.</param>
    /// <param name="mostBytes">How many bytes it may have.</param>
    /// <param name="tooLarge">The exception to throw when it has more.</param>
    /// <param name="cancel">Stops it; nothing is kept then.</param>
    /// <param name="claim">Records who uses the file of a content hash, before it appears in the store; null where files are never given back.</param>
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
