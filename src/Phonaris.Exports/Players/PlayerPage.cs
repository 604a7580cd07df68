using System.Text;

namespace Phonaris.Exports.Players;

/// <summary>A player as one HTML file: its data is in inert script elements as text, decoded when needed.</summary>
internal sealed class PlayerPage(string path, string title, string code) : IPlayerFiles
{
    private readonly StreamWriter _page = new(File.Create(path), new UTF8Encoding(encoderShouldEmitUTF8Identifier: false));
    private bool _begun;

    /// <summary>The bytes read and encoded at once: whole groups of three, each of which becomes four letters.</summary>
    private const int BlockBytes = 3 << 18;

    public async Task<string> AddFileAsync(string name, string path, CancellationToken cancel)
    {
        await OpenAsync(name, cancel);
        var (bytes, text) = (new byte[BlockBytes], new char[BlockBytes / 3 * 4]);
        await using (var file = File.OpenRead(path))
            for (int read; (read = await file.ReadAtLeastAsync(bytes, bytes.Length, throwOnEndOfStream: false, cancel)) > 0;)
                await _page.WriteAsync(text.AsMemory(0, Convert.ToBase64CharArray(bytes, 0, read, text, 0)), cancel);
        await CloseAsync(cancel);
        return $"#{name}";
    }

    public async Task AddPiecesAsync(string name, IReadOnlyList<byte[]> pieces, CancellationToken cancel)
    {
        await OpenAsync(name, cancel);
        await _page.WriteAsync(string.Join(' ', pieces.Select(p => Convert.ToBase64String(p))).AsMemory(), cancel);
        await CloseAsync(cancel);
    }

    public async Task EndAsync(string data, CancellationToken cancel)
    {
        await BeginAsync(cancel);
        await _page.WriteAsync($"<script>phonaris.show({data})</script></body></html>\n".AsMemory(), cancel);
    }

    public async ValueTask DisposeAsync() => await _page.DisposeAsync();

    private async Task OpenAsync(string name, CancellationToken cancel)
    {
        await BeginAsync(cancel);
        await _page.WriteAsync($"<script type=\"text/plain\" id=\"{name}\">".AsMemory(), cancel);
    }

    private Task CloseAsync(CancellationToken cancel) => _page.WriteAsync("</script>\n".AsMemory(), cancel);

    private async Task BeginAsync(CancellationToken cancel)
    {
        if (_begun) return;
        _begun = true;
        var script = (await PlayerCode.ScriptAsync(code, cancel)).Replace("</script", "<\\/script", StringComparison.OrdinalIgnoreCase);
        var style = (await PlayerCode.StyleAsync(code, cancel)).Replace("</style", "<\\/style", StringComparison.OrdinalIgnoreCase);
        var page = PlayerCode.Page(title, $"<style>{style}</style>", $"<script>{script}</script>");
        await _page.WriteAsync(page.Replace("</body></html>\n", "", StringComparison.Ordinal).AsMemory(), cancel);
    }
}
