using System.Text;
using Phonaris.Media;

namespace Phonaris.Exports.Forms;

/// <summary>How formats write their files: completely or not at all.</summary>
internal static class Written
{
    /// <summary>Tables begin with a byte order mark: without it many programs misread accented letters.</summary>
    private static readonly UTF8Encoding Plain = new(encoderShouldEmitUTF8Identifier: false), Marked = new(encoderShouldEmitUTF8Identifier: true);

    /// <summary>Writes a file completely or not at all.</summary>
    public static async Task<ValueList<string>> FileAsync(string path, Func<string, Task> write)
    {
        await WholeFile.WriteAsync(path, write);
        return [];
    }

    /// <summary>Writes a text.</summary>
    public static Task<ValueList<string>> TextAsync(string path, string text, CancellationToken cancel) => FileAsync(path, partial => File.WriteAllTextAsync(partial, text, Path.GetExtension(path).Equals(".csv", StringComparison.OrdinalIgnoreCase) ? Marked : Plain, cancel));
}
