using System.Text;
using Phonaris.Media;

namespace Phonaris.Exports.Forms;

/// <summary>How forms write their files: whole or not at all.</summary>
internal static class Written
{
    /// <summary>Tables begin with a mark that says they are UTF-8: without it many programs garble accented letters.</summary>
    private static readonly UTF8Encoding Plain = new(encoderShouldEmitUTF8Identifier: false), Marked = new(encoderShouldEmitUTF8Identifier: true);

    /// <summary>Writes a file of which nothing is lost; it appears whole or not at all.</summary>
    public static async Task<ValueList<string>> FileAsync(string path, Func<string, Task> write)
    {
        await WholeFile.WriteAsync(path, write);
        return [];
    }

    /// <summary>Writes a text.</summary>
    public static Task<ValueList<string>> TextAsync(string path, string text, CancellationToken cancel) => FileAsync(path, partial => File.WriteAllTextAsync(partial, text, Path.GetExtension(path).Equals(".csv", StringComparison.OrdinalIgnoreCase) ? Marked : Plain, cancel));
}
