using System.Net;

namespace Phonaris.Exports.Players;

/// <summary>The player's own code, built from the client's.</summary>
internal static class PlayerCode
{
    /// <summary>Its script, without modules.</summary>
    /// <exception cref="RuleException">It is not built.</exception>
    public static Task<string> ScriptAsync(string folder, CancellationToken cancel) => ReadAsync(folder, "player.js", cancel);

    /// <summary>Its style.</summary>
    /// <exception cref="RuleException">It is not built.</exception>
    public static Task<string> StyleAsync(string folder, CancellationToken cancel) => ReadAsync(folder, "player.css", cancel);

    /// <summary>The HTML page of the player.</summary>
    /// <param name="title">The show's title.</param>
    /// <param name="head">Further elements of its head.</param>
    /// <param name="body">Elements after its root.</param>
    public static string Page(string title, string head, string body) => $"""
        <!doctype html>
        <html lang="en" data-theme="lantern"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>{WebUtility.HtmlEncode(title)}</title>{head}</head>
        <body><div id="root"></div>{body}</body></html>

        """;

    private static async Task<string> ReadAsync(string folder, string name, CancellationToken cancel)
    {
        var path = Path.Combine(folder, name);
        return File.Exists(path) ? await File.ReadAllTextAsync(path, cancel) : throw new RuleException("The player is missing. Install Phonaris again, or build it with ./phonaris demo.");
    }
}
