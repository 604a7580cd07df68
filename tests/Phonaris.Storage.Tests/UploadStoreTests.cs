using System.Security.Cryptography;

namespace Phonaris.Storage.Tests;

/// <summary>Uploads: nothing received is lost, and nothing stays forever.</summary>
public sealed class UploadStoreTests : IDisposable
{
    private readonly TestDatabase _database = new();
    private readonly Clock _clock = new();
    private readonly FileStore _files;
    private readonly FileUses _uses;
    private readonly UploadStore _store;

    public UploadStoreTests()
    {
        _files = new(PathOf("files"));
        _uses = new(_database);
        _store = new(PathOf("uploads"), _files, _uses, _clock);
    }

    [Fact]
    public async Task Chunks_become_a_file_with_a_content_hash()
    {
        var bytes = RandomNumberGenerator.GetBytes(500_000);
        await _store.CreateAsync("a1", new("noise.wav", "sound", bytes.Length, 1_000_000));
        Assert.Equal(0, (await _store.FindAsync("a1"))!.Offset);
        Assert.Null((await _store.AppendAsync("a1", 0, null, new MemoryStream(bytes[..300_000]), CancellationToken.None)).Hash);
        // Another instance of the store, as after a restart, knows how much has arrived.
        var after = new UploadStore(PathOf("uploads"), _files, _uses, _clock);
        Assert.Equal(300_000, (await after.FindAsync("a1"))!.Offset);
        var whole = await after.AppendAsync("a1", 300_000, null, new MemoryStream(bytes[300_000..]), CancellationToken.None);
        Assert.Equal(Convert.ToHexStringLower(SHA256.HashData(bytes)), whole.Hash);
        Assert.Equal(bytes, await File.ReadAllBytesAsync(_files.PathOf(whole.Hash!)));
        // A complete upload accepts no more; the same content again is the same file.
        await Assert.ThrowsAsync<UploadException>(() => after.AppendAsync("a1", bytes.Length, null, Stream.Null, CancellationToken.None));
        await _store.CreateAsync("a2", new("again.wav", "sound", bytes.Length, 1_000_000));
        Assert.Equal(whole.Hash, (await _store.AppendAsync("a2", 0, null, new MemoryStream(bytes), CancellationToken.None)).Hash);
        Assert.Single(Directory.GetFiles(PathOf("files"), "*", SearchOption.AllDirectories));
    }

    [Fact]
    public async Task A_declared_length_is_final_and_a_damaged_record_affects_no_other()
    {
        await _store.CreateAsync("a1", new("a.wav", "sound", 100, 1_000));
        await _store.CreateAsync("a2", new("b.wav", "take-x", null, 1_000));
        await Assert.ThrowsAsync<RuleException>(() => _store.AppendAsync("a1", 0, 50, new MemoryStream(new byte[50]), CancellationToken.None));
        await Assert.ThrowsAsync<RuleException>(() => _store.AppendAsync("a2", 0, 1_001, new MemoryStream(new byte[50]), CancellationToken.None));
        await _store.AppendAsync("a1", 0, 100, new MemoryStream(new byte[30]), CancellationToken.None);
        await _store.AppendAsync("a2", 0, 900, new MemoryStream(new byte[100]), CancellationToken.None);
        Assert.Equal(70 + 800, await _store.IncomingBytesAsync());
        await File.WriteAllTextAsync(Path.Combine(PathOf("uploads"), "a1.json"), "{\"Name\":");
        Assert.Null(await _store.FindAsync("a1"));
        Assert.Equal(800, await _store.IncomingBytesAsync());
        _clock.Now = DateTimeOffset.UtcNow.AddMinutes(5);
        Assert.Equal("a2", (await _store.UnfinishedAsync("take-x", TimeSpan.FromMinutes(1))).Single().Id);
        await Assert.ThrowsAsync<UploadException>(() => _store.AppendAsync("a1", 30, null, Stream.Null, CancellationToken.None));
    }

    [Fact]
    public async Task Data_received_before_a_disconnect_is_kept()
    {
        await _store.CreateAsync("b1", new("take.webm", "take-x", null, 1_000));
        await Assert.ThrowsAsync<IOException>(() => _store.AppendAsync("b1", 0, null, new Breaking(400), CancellationToken.None));
        Assert.Equal(400, (await _store.FindAsync("b1"))!.Offset);
        Assert.Equal(UploadFault.WrongOffset, (await Assert.ThrowsAsync<UploadException>(() => _store.AppendAsync("b1", 399, null, Stream.Null, CancellationToken.None))).Fault);
        await Assert.ThrowsAsync<RuleException>(() => _store.AppendAsync("b1", 400, null, new MemoryStream(new byte[601]), CancellationToken.None));
        // Found again after a pause, and continued from where it stopped.
        Assert.Empty(await _store.UnfinishedAsync("take-x", TimeSpan.FromMinutes(1)));
        _clock.Now = DateTimeOffset.UtcNow.AddMinutes(5);
        Assert.Equal("b1", (await _store.UnfinishedAsync("take-x", TimeSpan.FromMinutes(1))).Single().Id);
        Assert.Empty(await _store.UnfinishedAsync("take-y", TimeSpan.FromMinutes(1)));
        var offset = (await _store.FindAsync("b1"))!.Offset;
        Assert.NotNull((await _store.AppendAsync("b1", offset, offset, Stream.Null, CancellationToken.None)).Hash);
    }

    [Fact]
    public async Task Interrupted_uploads_reserve_no_space_and_expire()
    {
        await _store.CreateAsync("c1", new("old.mp4", "video", 10_000_000_000, 20_000_000_000));
        Assert.Equal(10_000_000_000, await _store.IncomingBytesAsync());
        _clock.Now = DateTimeOffset.UtcNow.AddMinutes(11);
        Assert.Equal(0, await _store.IncomingBytesAsync());
        // A slow one that continues was begun long ago, and stays.
        await _store.CreateAsync("c2", new("slow.mp4", "video", 1_000, 1_000));
        await _store.AppendAsync("c2", 0, null, new MemoryStream(new byte[10]), CancellationToken.None);
        foreach (var file in new[] { "c1.json", "c1.part", "c2.json" }) File.SetLastWriteTimeUtc(PathOf($"uploads/{file}"), DateTime.UtcNow.AddDays(-8));
        await _store.ExpireAsync();
        Assert.Null(await _store.FindAsync("c1"));
        Assert.Equal(10, (await _store.FindAsync("c2"))!.Offset);
        await _store.DeleteAsync("c2");
        Assert.Empty(Directory.GetFiles(PathOf("uploads")));
        // Ids are names, never paths.
        foreach (var id in new[] { "../files/x", "a/b", "", new string('x', 65) })
        {
            Assert.Null(await _store.FindAsync(id));
            await _store.DeleteAsync(id);
            Assert.Equal(UploadFault.Unknown, (await Assert.ThrowsAsync<UploadException>(() => _store.AppendAsync(id, 0, null, Stream.Null, CancellationToken.None))).Fault);
        }
    }

    [Fact]
    public async Task A_complete_upload_is_finished_after_any_crash()
    {
        var bytes = RandomNumberGenerator.GetBytes(1_000);
        var hash = Convert.ToHexStringLower(SHA256.HashData(bytes));
        // All bytes received but not hashed; hashed but not moved; moved while another with the same content is stored.
        foreach (var (id, recorded) in new[] { ("d1", (string?)null), ("d2", hash), ("d3", null) })
        {
            await _store.CreateAsync(id, new("whole.wav", "sound", bytes.Length, 1_000, Hash: recorded));
            await File.WriteAllBytesAsync(PathOf($"uploads/{id}.part"), bytes);
            Assert.Equal((hash, 0L), ((await _store.FindAsync(id))!.Hash, await _store.IncomingBytesAsync()));
            Assert.False(File.Exists(PathOf($"uploads/{id}.part")));
            Assert.Equal(bytes, await File.ReadAllBytesAsync(_files.PathOf(hash)));
        }
        Assert.Equal([hash], await _uses.HashesAsync(FileUserKind.Upload, default));
        // A day later nobody has used it: it is deleted, and with it the use of its file.
        _clock.Now = DateTimeOffset.UtcNow.AddHours(25);
        await _store.ExpireAsync();
        Assert.Empty(await _uses.HashesAsync(null, default));
    }

    public void Dispose() => _database.Dispose();

    private string PathOf(string name) => _database.PathOf(name);

    /// <summary>Returns some bytes, then breaks.</summary>
    private sealed class Breaking(int count) : MemoryStream(new byte[count])
    {
        public override async ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken cancellationToken = default) =>
            Position < Length ? await base.ReadAsync(buffer, cancellationToken) : throw new IOException("The connection broke.");
    }
}
