namespace Phonaris.Media;

/// <summary>Writes a file so that it appears whole or not at all.</summary>
public static class WholeFile
{
    /// <summary>Has a partial file beside the path written, and moves it into place when that went well.</summary>
    /// <param name="path">The file wanted.</param>
    /// <param name="write">Writes to the partial path it is given.</param>
    /// <exception cref="RuleException">The disk is full, or the folder cannot be written to.</exception>
    public static async Task WriteAsync(string path, Func<string, Task> write)
    {
        ArgumentNullException.ThrowIfNull(write);
        var full = Path.GetFullPath(path);
        var partial = Path.Combine(Path.GetDirectoryName(full)!, $".{Path.GetFileName(full)}.{Guid.NewGuid():N}.part");
        try
        {
            Directory.CreateDirectory(Path.GetDirectoryName(full)!);
            await write(partial);
            File.Move(partial, full, overwrite: true);
        }
        catch (Exception e) when (DiskFull.Caused(e))
        {
            throw DiskFull.Exception();
        }
        catch (UnauthorizedAccessException)
        {
            throw new RuleException($"{path} cannot be written to. Choose another place.");
        }
        finally
        {
            if (File.Exists(partial)) File.Delete(partial);
        }
    }
}
