using System.Text.Json;
using Phonaris.Shared;

namespace Phonaris.Storage;

/// <summary>
/// Uploads. Received data is on disk (<c>ID.part</c>, with its properties in <c>ID.json</c>), so an upload resumes after a
/// lost connection, a closed page or a restart. A complete file is moved to the <see cref="FileStore"/>. An upload is changed only under its own
/// lock, and expires by the time of its last write.
/// </summary>
/// <param name="root">The folder of the uploads.</param>
/// <param name="files">Where complete files go.</param>
/// <param name="uses">Records the use of files by complete uploads.</param>
/// <param name="clock">Provides the time.</param>
public sealed class UploadStore(string root, FileStore files, FileUses uses, TimeProvider clock)
{
    private const int BufferBytes = 1 << 18;

    /// <summary>How long an incomplete upload may be inactive before it expires.</summary>
    private static readonly TimeSpan IncompleteExpiry = TimeSpan.FromDays(7);

    /// <summary>How long a complete upload is kept if no show or job takes it over.</summary>
    private static readonly TimeSpan CompleteExpiry = TimeSpan.FromDays(1);

    /// <summary>An upload inactive for this long is not expected to continue: its page retries for less than a minute.</summary>
    private static readonly TimeSpan Interrupted = TimeSpan.FromMinutes(10);

    private static readonly JsonSerializerOptions Strictly = new() { RespectRequiredConstructorParameters = true, RespectNullableAnnotations = true };

    private readonly KeyedLock _locks = new();

    /// <summary>Creates an upload.</summary>
    /// <param name="id">Its id, letters and digits.</param>
    /// <param name="upload">Its properties.</param>
    public async Task CreateAsync(string id, Upload upload)
    {
        ArgumentNullException.ThrowIfNull(upload);
        Directory.CreateDirectory(root);
        using var held = await _locks.AcquireAsync(id, CancellationToken.None);
        await using (File.Create(PartOf(id)))
        {
            // Empty at first.
        }
        await SaveAsync(id, upload);
    }

    /// <summary>An upload, or null for an unknown id. One that has received its last byte is completed first.</summary>
    public async Task<Upload?> FindAsync(string id)
    {
        if (await ReadAsync(id) is not { } upload) return null;
        if (upload.Hash is null ? upload.Offset != upload.Length : !File.Exists(PartOf(id))) return upload;
        using var held = await _locks.AcquireAsync(id, CancellationToken.None);
        return await ReadAsync(id) is { } now ? await CompleteAsync(id, now) : null;
    }

    /// <summary>How much active uploads of known length will still receive, in bytes.</summary>
    public async Task<long> IncomingBytesAsync()
    {
        var incoming = 0L;
        foreach (var id in Ids())
            if (await ReadAsync(id) is { Hash: null, Length: { } length } upload && (_locks.IsInUse(id) || WrittenWithin(id, Interrupted))) incoming += length - upload.Offset;
        return incoming;
    }

    /// <summary>The incomplete uploads for a purpose that have been inactive for a while, with their ids.</summary>
    /// <param name="purpose">The purpose.</param>
    /// <param name="quiet">How long they have been inactive.</param>
    public async Task<IReadOnlyList<(string Id, Upload Upload)>> UnfinishedAsync(string purpose, TimeSpan quiet)
    {
        List<(string, Upload)> found = [];
        foreach (var id in Ids())
            if (await ReadAsync(id) is { Hash: null, Offset: > 0 } upload && upload.Purpose == purpose && !WrittenWithin(id, quiet)) found.Add((id, upload));
        return found;
    }

    /// <summary>The complete uploads, with their content hashes.</summary>
    public async Task<IReadOnlyList<(string Id, string Hash)>> CompleteAsync()
    {
        List<(string, string)> found = [];
        foreach (var id in Ids())
            if (await ReadAsync(id) is { Hash: { } hash }) found.Add((id, hash));
        return found;
    }

    /// <summary>Appends to an upload.</summary>
    /// <param name="id">The upload.</param>
    /// <param name="offset">The position of the content, in bytes; must be the current end.</param>
    /// <param name="length">The total length if it has just become known; otherwise null.</param>
    /// <param name="content">The content.</param>
    /// <param name="cancel">Stops reading; what has arrived stays, and an upload that is all there is completed.</param>
    /// <returns>The upload afterwards; with a hash once it is complete.</returns>
    /// <exception cref="UploadException">The upload does not exist, or ends elsewhere.</exception>
    /// <exception cref="RuleException">It would exceed its announced length.</exception>
    public async Task<Upload> AppendAsync(string id, long offset, long? length, Stream content, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(content);
        using var held = await _locks.AcquireAsync(id, cancel);
        var upload = await ReadAsync(id) ?? throw new UploadException(UploadFault.Unknown);
        if (upload.Hash is not null || upload.Offset != offset) throw new UploadException(UploadFault.WrongOffset);
        if (length is not null && length != upload.Length)
        {
            if (upload.Length is not null) throw new RuleException($"The length of {upload.Name} changed during the upload. Start the upload again.");
            if (length < offset || length > upload.MostBytes) throw new RuleException($"{upload.Name} cannot be {length} bytes long.");
            await SaveAsync(id, upload = upload with { Length = length });
        }
        await using (var file = new FileStream(PartOf(id), FileMode.Append, FileAccess.Write, FileShare.Read, 0, useAsync: true))
        {
            var buffer = new byte[BufferBytes];
            int read;
            while ((read = await content.ReadAsync(buffer, cancel)) > 0)
            {
                if (file.Position + read > (upload.Length ?? upload.MostBytes)) throw new RuleException($"{upload.Name} is longer than declared.");
                // What was received is kept, even if the rest fails.
                await file.WriteAsync(buffer.AsMemory(0, read), CancellationToken.None);
            }
            file.Flush(flushToDisk: true);
            upload = upload with { Offset = file.Position };
        }
        return await CompleteAsync(id, upload);
    }

    /// <summary>Deletes an upload if it exists, after a running append.</summary>
    public async Task DeleteAsync(string id)
    {
        if (!IsId(id)) return;
        using var held = await _locks.AcquireAsync(id, CancellationToken.None);
        await RemoveAsync(id);
    }

    /// <summary>Deletes expired uploads.</summary>
    public async Task ExpireAsync()
    {
        foreach (var id in Ids())
        {
            if (WrittenWithin(id, CompleteExpiry) || _locks.IsInUse(id)) continue;
            using var held = await _locks.AcquireAsync(id, CancellationToken.None);
            var incomplete = await ReadAsync(id) is { Hash: null };
            if (!WrittenWithin(id, incomplete ? IncompleteExpiry : CompleteExpiry)) await RemoveAsync(id);
        }
    }

    private async Task RemoveAsync(string id)
    {
        File.Delete(PartOf(id));
        File.Delete(InfoOf(id));
        await uses.RemoveAsync(new(FileUserKind.Upload, id), CancellationToken.None);
    }

    /// <summary>
    /// Moves a complete file to the store. The caller holds the upload's lock. Each stage can be repeated, so a server that
    /// is killed in between loses nothing: hash, use, record, move. Example: for a record with a hash and a remaining part file, only the move is missing.
    /// </summary>
    private async Task<Upload> CompleteAsync(string id, Upload upload)
    {
        if (upload.Hash is null)
        {
            if (upload.Offset != upload.Length) return upload;
            upload = upload with { Hash = await FileStore.HashOfAsync(PartOf(id), CancellationToken.None) };
            await uses.AddAsync(new(FileUserKind.Upload, id), [upload.Hash], CancellationToken.None);
            await SaveAsync(id, upload);
        }
        if (File.Exists(PartOf(id))) files.Move(PartOf(id), upload.Hash);
        return upload;
    }

    private async Task<Upload?> ReadAsync(string id)
    {
        if (!IsId(id) || !File.Exists(InfoOf(id))) return null;
        try
        {
            var upload = JsonSerializer.Deserialize<Upload>(await File.ReadAllTextAsync(InfoOf(id)), Strictly) ?? throw new JsonException();
            return upload.Hash is null ? upload with { Offset = new FileInfo(PartOf(id)).Length } : upload;
        }
        catch (Exception e) when (e is JsonException or FileNotFoundException)
        {
            // A damaged record is ignored; other uploads are not affected.
            return null;
        }
    }

    private IEnumerable<string> Ids() => Directory.Exists(root) ? Directory.EnumerateFiles(root, "*.json").Select(f => Path.GetFileNameWithoutExtension(f)!) : [];

    /// <summary>Whether an upload was created or appended to within a time.</summary>
    private bool WrittenWithin(string id, TimeSpan time)
    {
        var file = File.Exists(PartOf(id)) ? PartOf(id) : InfoOf(id);
        return File.GetLastWriteTimeUtc(file) + time > clock.GetUtcNow().UtcDateTime;
    }

    /// <summary>Written completely or not at all, for example when the disk is full.</summary>
    private async Task SaveAsync(string id, Upload upload)
    {
        var partial = $"{InfoOf(id)}.new";
        await using (var file = new FileStream(partial, FileMode.Create, FileAccess.Write)) await JsonSerializer.SerializeAsync(file, upload);
        FinishedFile.Place(partial, InfoOf(id));
    }

    private string PartOf(string id) => Path.Combine(root, $"{id}.part");

    private string InfoOf(string id) => Path.Combine(root, $"{id}.json");

    private static bool IsId(string id) => id.Length is > 0 and <= 64 && id.All(char.IsAsciiLetterOrDigit);
}

/// <summary>An upload.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Purpose">Its purpose.</param>
/// <param name="Length">Its total length in bytes; null while unknown.</param>
/// <param name="MostBytes">The size limit.</param>
/// <param name="Offset">How many bytes have been received.</param>
/// <param name="Hash">Its content hash once it is complete.</param>
public sealed record Upload(string Name, string Purpose, long? Length, long MostBytes, long Offset = 0, string? Hash = null);

/// <summary>An append that is refused.</summary>
/// <param name="fault">The reason.</param>
public sealed class UploadException(UploadFault fault) : Exception($"The upload cannot continue: {fault}.")
{
    /// <summary>The reason.</summary>
    public UploadFault Fault { get; } = fault;
}

/// <summary>Reasons why an append is refused.</summary>
public enum UploadFault
{
    /// <summary>The id is unknown.</summary>
    Unknown,

    /// <summary>It ends elsewhere, or is already complete.</summary>
    WrongOffset,
}
