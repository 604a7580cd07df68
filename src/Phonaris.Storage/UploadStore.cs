using System.Text.Json;
using Phonaris.Shared;

namespace Phonaris.Storage;

/// <summary>
/// Files being uploaded. What has arrived is on disk (<c>ID.part</c>, with what is known of it in <c>ID.json</c>), so an upload resumes after a
/// lost connection, a closed page or a restart. A complete file is moved to the <see cref="FileStore"/>. An upload is changed under its own lock
/// only, and expires by the time it was last written.
/// </summary>
/// <param name="root">The folder they are kept in.</param>
/// <param name="files">Where complete files go.</param>
/// <param name="uses">Where it is recorded that a complete upload uses its file.</param>
/// <param name="clock">Tells the time.</param>
public sealed class UploadStore(string root, FileStore files, FileUses uses, TimeProvider clock)
{
    private const int BufferBytes = 1 << 18;

    /// <summary>An incomplete upload expires when nothing was added for this long.</summary>
    private static readonly TimeSpan IncompleteExpiry = TimeSpan.FromDays(7);

    /// <summary>A complete upload that no show or job took over expires after this.</summary>
    private static readonly TimeSpan CompleteExpiry = TimeSpan.FromDays(1);

    /// <summary>An upload to which nothing was added for this long is not counted on to arrive: its page retries for less than a minute.</summary>
    private static readonly TimeSpan Interrupted = TimeSpan.FromMinutes(10);

    private static readonly JsonSerializerOptions Strictly = new() { RespectRequiredConstructorParameters = true, RespectNullableAnnotations = true };

    private readonly KeyedLock _locks = new();

    /// <summary>Begins an upload.</summary>
    /// <param name="id">Its id, letters and figures.</param>
    /// <param name="upload">What is known of it.</param>
    public async Task CreateAsync(string id, Upload upload)
    {
        ArgumentNullException.ThrowIfNull(upload);
        Directory.CreateDirectory(root);
        using var held = await _locks.AcquireAsync(id, CancellationToken.None);
        await using (File.Create(PartOf(id)))
        {
            // Empty to begin with.
        }
        await SaveAsync(id, upload);
    }

    /// <summary>What is known of an upload, or null when there is none. One whose last byte has arrived is completed first.</summary>
    public async Task<Upload?> FindAsync(string id)
    {
        if (await ReadAsync(id) is not { } upload) return null;
        if (upload.Hash is null ? upload.Offset != upload.Length : !File.Exists(PartOf(id))) return upload;
        using var held = await _locks.AcquireAsync(id, CancellationToken.None);
        return await ReadAsync(id) is { } now ? await CompleteAsync(id, now) : null;
    }

    /// <summary>How much is still to arrive of the uploads that are going on and whose length is known, in bytes.</summary>
    public async Task<long> IncomingBytesAsync()
    {
        var incoming = 0L;
        foreach (var id in Ids())
            if (await ReadAsync(id) is { Hash: null, Length: { } length } upload && (_locks.IsInUse(id) || WrittenWithin(id, Interrupted))) incoming += length - upload.Offset;
        return incoming;
    }

    /// <summary>The uploads for a purpose that are not complete and to which nothing was added for a while, with their ids.</summary>
    /// <param name="purpose">What they are for.</param>
    /// <param name="quiet">For how long nothing was added.</param>
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

    /// <summary>Adds to an upload.</summary>
    /// <param name="id">The upload.</param>
    /// <param name="offset">Where the content belongs, in bytes; must be where the upload ends now.</param>
    /// <param name="length">Its whole length, where that is only known now; else null.</param>
    /// <param name="content">What is added.</param>
    /// <param name="cancel">Stops reading; what has arrived stays, and an upload that is all there is completed.</param>
    /// <returns>The upload after it; with a hash once it is complete.</returns>
    /// <exception cref="UploadException">There is no such upload, or it ends elsewhere.</exception>
    /// <exception cref="RuleException">It would be longer than announced.</exception>
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
                // What was read is kept, whatever happens to the rest.
                await file.WriteAsync(buffer.AsMemory(0, read), CancellationToken.None);
            }
            file.Flush(flushToDisk: true);
            upload = upload with { Offset = file.Position };
        }
        return await CompleteAsync(id, upload);
    }

    /// <summary>Deletes an upload; one that is gone already is ignored. Waits for what is just being added to it.</summary>
    public async Task DeleteAsync(string id)
    {
        if (!IsId(id)) return;
        using var held = await _locks.AcquireAsync(id, CancellationToken.None);
        await RemoveAsync(id);
    }

    /// <summary>Deletes the uploads that have expired.</summary>
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
    /// Moves a file whose last byte has arrived to the store. The caller holds the upload's lock. Each stage can be repeated, so a server that
    /// is killed in between loses nothing: hash, use, record, move. For example, a record with a hash whose part is still there only lacks the move.
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
            // A damaged record is as good as none; the other uploads are not affected.
            return null;
        }
    }

    private IEnumerable<string> Ids() => Directory.Exists(root) ? Directory.EnumerateFiles(root, "*.json").Select(f => Path.GetFileNameWithoutExtension(f)!) : [];

    /// <summary>Whether an upload was created or added to within a time.</summary>
    private bool WrittenWithin(string id, TimeSpan time)
    {
        var file = File.Exists(PartOf(id)) ? PartOf(id) : InfoOf(id);
        return File.GetLastWriteTimeUtc(file) + time > clock.GetUtcNow().UtcDateTime;
    }

    /// <summary>Whole or not at all, as when the disk is full.</summary>
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

/// <summary>A file being uploaded.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Purpose">What it is for.</param>
/// <param name="Length">Its whole length in bytes; null while that is not known.</param>
/// <param name="MostBytes">How long it may be at most.</param>
/// <param name="Offset">How many bytes have arrived.</param>
/// <param name="Hash">Its content hash once it is complete.</param>
public sealed record Upload(string Name, string Purpose, long? Length, long MostBytes, long Offset = 0, string? Hash = null);

/// <summary>An upload cannot be added to.</summary>
/// <param name="fault">Why.</param>
public sealed class UploadException(UploadFault fault) : Exception($"The upload cannot continue: {fault}.")
{
    /// <summary>Why.</summary>
    public UploadFault Fault { get; } = fault;
}

/// <summary>Why an upload cannot be added to.</summary>
public enum UploadFault
{
    /// <summary>There is none of that id.</summary>
    Unknown,

    /// <summary>It ends elsewhere than was said, or is complete already.</summary>
    WrongOffset,
}
