using System.IO.Compression;
using System.Text;

namespace Phonaris.Exports.Players;

/// <summary>
/// A player as a ZIP of files. A page opened from a file cannot fetch: pictures are referenced by name, and everything else is in scripts that pass their data to the player.
/// </summary>
internal sealed class PlayerFolder(string path, string title, string code) : IPlayerFiles
{
    private readonly ZipArchive _zip = ZipFile.Open(path, ZipArchiveMode.Create);

    public async Task<string> AddFileAsync(string name, string path, CancellationToken cancel)
    {
        await AddAsync($"player/{name}", CompressionLevel.NoCompression, async to =>
        {
            await using var from = File.OpenRead(path);
            await from.CopyToAsync(to, cancel);
        });
        return $"player/{name}";
    }

    public Task AddPiecesAsync(string name, IReadOnlyList<byte[]> pieces, CancellationToken cancel) =>
        AddTextAsync($"player/{name}.js", $"phonaris.pieces(\"{name}\",[{string.Join(',', pieces.Select(p => $"\"{Convert.ToBase64String(p)}\""))}]);", cancel);

    public async Task EndAsync(string data, CancellationToken cancel)
    {
        await AddTextAsync("index.html", PlayerCode.Page(title, "<link rel=\"stylesheet\" href=\"player/player.css\">", "<script src=\"player/player.js\"></script><script src=\"player/show.js\"></script>"), cancel);
        await AddTextAsync("player/player.js", await PlayerCode.ScriptAsync(code, cancel), cancel);
        await AddTextAsync("player/player.css", await PlayerCode.StyleAsync(code, cancel), cancel);
        await AddTextAsync("player/show.js", $"phonaris.show({data});", cancel);
    }

    public async ValueTask DisposeAsync() => await _zip.DisposeAsync();

    private Task AddTextAsync(string name, string text, CancellationToken cancel) =>
        AddAsync(name, CompressionLevel.Optimal, async to => await to.WriteAsync(Encoding.UTF8.GetBytes(text), cancel));

    private async Task AddAsync(string name, CompressionLevel level, Func<Stream, Task> write)
    {
        await using var entry = await _zip.CreateEntry(name, level).OpenAsync();
        await write(entry);
    }
}
