using Phonaris.Shared;

namespace Phonaris.Media;

/// <summary>Writes a file so that it appears whole or not at all, also after a power cut.</summary>
public static class WholeFile
{
    /// <summary>Has a partial file beside the path written, and moves it into place when that went well.</summary>
    /// <param name="path">The file wanted.</param>
    /// <param name="write">Writes to the partial path it is given.</param>
    /// <param name="isDerived">Whether it can be made again: then a power cut may take it, and nothing waits for the disk.</param>
    /// <exception cref="RuleException">The disk is full, or the folder cannot be written to.</exception>
    public static async Task WriteAsync(string path, Func<string, Task> write, bool isDerived = false)
    {
        ArgumentNullException.ThrowIfNull(write);
        var full = Path.GetFullPath(path);
        var partial = Path.Combine(Path.GetDirectoryName(full)!, $".{Path.GetFileName(full)}.{Guid.NewGuid():N}.part");
        try
        {
            Directory.CreateDirectory(Path.GetDirectoryName(full)!);
            await write(partial);
            if (isDerived) File.Move(partial, full, overwrite: true);
            else FinishedFile.Place(partial, full);
        }
        catch (Exception e) when (DiskFull.Caused(e))
        {
            throw DiskFull.Exception();
        }
        catch (UnauthorizedAccessException)
        {
            throw new RuleException($"{path} cannot be written. Choose another place.");
        }
        finally
        {
            File.Delete(partial);
        }
    }
}
