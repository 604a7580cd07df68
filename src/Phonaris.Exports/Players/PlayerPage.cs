using System.Text;

namespace Phonaris.Exports.Players;

/// <summary>A player as one HTML file: what it holds stands in script elements that are no scripts, as text, and is decoded when it is needed.</summary>
internal sealed class PlayerPage(string path, string title, string code) : IPlayerFiles
{
    private readonly StreamWriter _page = new(File.Create(path), new UTF8Encoding(encoderShouldEmitUTF8Identifier: false));
    private bool _begun;

    public async Task<string> AddFileAsync(string name, string path, CancellationToken cancel)
    {
        await HoldAsync(name, Convert.ToBase64String(await File.ReadAllBytesAsync(path, cancel)), cancel);
        return $"#{name}";
    }

    public Task AddPiecesAsync(string name, IReadOnlyList<byte[]> pieces, CancellationToken cancel) => HoldAsync(name, string.Join(' ', pieces.Select(p => Convert.ToBase64String(p))), cancel);

    public async Task EndAsync(string data, CancellationToken cancel)
    {
        await BeginAsync(cancel);
        await _page.WriteAsync($"<script>phonaris.show({data})</script></body></html>\n".AsMemory(), cancel);
    }

    public async ValueTask DisposeAsync() => await _page.DisposeAsync();

    private async Task HoldAsync(string name, string text, CancellationToken cancel)
    {
        await BeginAsync(cancel);
        await _page.WriteAsync($"<script type=\"text/plain\" id=\"{name}\">{text}</script>\n".AsMemory(), cancel);
    }

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
