using System.Collections.Concurrent;
using System.Text.Json;

namespace Phonaris.Storage;

/// <summary>
/// Files on their way in. What has arrived is on disk, so that an upload goes on after a broken connection, a closed page or a restart; once
/// whole, the file goes to the <see cref="FileStore"/>.
/// </summary>
/// <param name="root">The folder they wait in.</param>
/// <param name="files">Where whole files go.</param>
/// <param name="clock">Tells when something arrived last.</param>
public sealed class UploadStore(string root, FileStore files, TimeProvider clock)
{
    private const int BufferBytes = 1 << 18;

    /// <summary>What nobody has added to for so long is thrown away.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromDays(7);

    private static readonly JsonSerializerOptions Strictly = new() { RespectRequiredConstructorParameters = true, RespectNullableAnnotations = true };

    private readonly ConcurrentDictionary<string, SemaphoreSlim> _gates = new();

    /// <summary>Begins an upload.</summary>
    /// <param name="id">Its id, letters and figures.</param>
    /// <param name="upload">What is known of it.</param>
    /// <exception cref="RuleException">There is no room for it.</exception>
    public async Task CreateAsync(string id, Upload upload)
    {
        ArgumentNullException.ThrowIfNull(upload);
        Directory.CreateDirectory(root);
        Forget();
        await using (File.Create(PartOf(id)))
        {
            // Empty to begin with.
        }
        await SaveAsync(id, upload);
    }

    /// <summary>What is known of an upload, or null when there is none.</summary>
    public async Task<Upload?> FindAsync(string id)
    {
        if (!IsId(id) || !File.Exists(InfoOf(id))) return null;
        try
        {
            var upload = JsonSerializer.Deserialize<Upload>(await File.ReadAllTextAsync(InfoOf(id)), Strictly) ?? throw new JsonException();
            return upload.Hash is null ? upload with { Offset = new FileInfo(PartOf(id)).Length } : upload;
        }
        catch (Exception e) when (e is JsonException or FileNotFoundException)
        {
            // Damaged, it is as good as gone; the others are not concerned.
            return null;
        }
    }

    /// <summary>How much is still to come of the uploads whose length is known, in bytes.</summary>
    public async Task<long> PromisedAsync()
    {
        if (!Directory.Exists(root)) return 0;
        var promised = 0L;
        foreach (var path in Arriving())
            if (await FindAsync(Path.GetFileNameWithoutExtension(path)) is { Hash: null, Length: { } length } upload) promised += length - upload.Offset;
        return promised;
    }

    /// <summary>The uploads of a kind that are not whole yet and to which nothing was added for a while, with their ids.</summary>
    /// <param name="purpose">What they are for.</param>
    /// <param name="quiet">For how long nothing was added.</param>
    public async Task<IReadOnlyList<(string Id, Upload Upload)>> UnfinishedAsync(string purpose, TimeSpan quiet)
    {
        List<(string, Upload)> found = [];
        if (!Directory.Exists(root)) return found;
        foreach (var path in Arriving())
        {
            var id = Path.GetFileNameWithoutExtension(path);
            if (await FindAsync(id) is { Hash: null, Offset: > 0 } upload && upload.Purpose == purpose
                && File.GetLastWriteTimeUtc(PartOf(id)) + quiet < clock.GetUtcNow().UtcDateTime)
                found.Add((id, upload));
        }
        return found;
    }

    /// <summary>Adds to an upload.</summary>
    /// <param name="id">The upload.</param>
    /// <param name="offset">Where the content belongs; must be where the upload has come to.</param>
    /// <param name="length">Its whole length, where it is only known now; else null.</param>
    /// <param name="content">What is added.</param>
    /// <param name="cancel">Stops it; what has arrived stays.</param>
    /// <returns>The upload after it; with a hash once it is whole.</returns>
    /// <exception cref="UploadException">It is not there, or has come elsewhere.</exception>
    /// <exception cref="RuleException">It would be longer than it said.</exception>
    public async Task<Upload> AppendAsync(string id, long offset, long? length, Stream content, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(content);
        var gate = _gates.GetOrAdd(id, _ => new SemaphoreSlim(1));
        await gate.WaitAsync(cancel);
        try
        {
            var upload = await FindAsync(id) ?? throw new UploadException(UploadFault.Unknown);
            if (upload.Hash is not null || upload.Offset != offset) throw new UploadException(UploadFault.WrongOffset);
            if (length is not null && length != upload.Length)
            {
                if (upload.Length is not null) throw new RuleException($"{upload.Name} was to be {upload.Length} bytes long; that cannot be changed on the way. Begin once more.");
                if (length < offset || length > upload.MostBytes) throw new RuleException($"{upload.Name} cannot be {length} bytes long.");
                await SaveAsync(id, upload = upload with { Length = length });
            }
            await using (var file = new FileStream(PartOf(id), FileMode.Append, FileAccess.Write, FileShare.Read, 0, useAsync: true))
            {
                var buffer = new byte[BufferBytes];
                int read;
                while ((read = await content.ReadAsync(buffer, cancel)) > 0)
                {
                    if (file.Position + read > (upload.Length ?? upload.MostBytes)) throw new RuleException($"{upload.Name} is longer than it said.");
                    // What was read is kept, whatever happens to the rest.
                    await file.WriteAsync(buffer.AsMemory(0, read), CancellationToken.None);
                }
                file.Flush(flushToDisk: true);
                upload = upload with { Offset = file.Position };
            }
            if (upload.Offset != upload.Length) return upload;
            var hash = await files.TakeAsync(PartOf(id), cancel);
            upload = upload with { Hash = hash };
            await SaveAsync(id, upload);
            return upload;
        }
        finally
        {
            gate.Release();
        }
    }

    /// <summary>Throws an upload away; one that is gone already is no matter.</summary>
    public void Delete(string id)
    {
        if (!IsId(id)) return;
        File.Delete(PartOf(id));
        File.Delete(InfoOf(id));
    }

    /// <summary>The contents of those that are not whole yet; what is whole has gone to the store, however many wait to be used.</summary>
    private IEnumerable<string> Arriving() => Directory.EnumerateFiles(root, "*.part");

    private void Forget()
    {
        foreach (var path in Directory.EnumerateFiles(root, "*.json"))
            if (File.GetLastWriteTimeUtc(path) + Patience < clock.GetUtcNow().UtcDateTime) Delete(Path.GetFileNameWithoutExtension(path));
    }

    /// <summary>Whole or not at all, as when the disk is full.</summary>
    private async Task SaveAsync(string id, Upload upload)
    {
        var partial = $"{InfoOf(id)}.new";
        await File.WriteAllTextAsync(partial, JsonSerializer.Serialize(upload));
        File.Move(partial, InfoOf(id), overwrite: true);
    }

    private string PartOf(string id) => Path.Combine(root, $"{id}.part");

    private string InfoOf(string id) => Path.Combine(root, $"{id}.json");

    private static bool IsId(string id) => id.Length is > 0 and <= 64 && id.All(char.IsAsciiLetterOrDigit);
}

/// <summary>A file on its way in.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Purpose">What it is for.</param>
/// <param name="Length">Its whole length in bytes; null while that is not known.</param>
/// <param name="MostBytes">How long it may be at most.</param>
/// <param name="Offset">How many bytes have arrived.</param>
/// <param name="Hash">Its content hash once it is whole.</param>
public sealed record Upload(string Name, string Purpose, long? Length, long MostBytes, long Offset = 0, string? Hash = null);

/// <summary>An upload cannot be added to.</summary>
/// <param name="fault">Why.</param>
public sealed class UploadException(UploadFault fault) : Exception($"The upload cannot go on: {fault}.")
{
    /// <summary>Why.</summary>
    public UploadFault Fault { get; } = fault;
}

/// <summary>Why an upload cannot be added to.</summary>
public enum UploadFault
{
    /// <summary>There is none of that id.</summary>
    Unknown,

    /// <summary>It has come elsewhere than was said, or is whole already.</summary>
    WrongOffset,
}
