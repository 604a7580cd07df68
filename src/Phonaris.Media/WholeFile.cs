using Phonaris.Shared;

namespace Phonaris.Media;

/// <summary>Writes a file so that it appears complete or not at all, even after a power cut.</summary>
public static class WholeFile
{
    /// <summary>The error number of a file system that is mounted read-only, EROFS.</summary>
    private const int ReadOnly = 30;

    /// <summary>Writes a partial file next to the path and moves it into place when it is complete.</summary>
    /// <param name="path">The final path.</param>
    /// <param name="write">Writes to the partial path.</param>
    /// <param name="isDerived">Whether it can be made again: then it need not survive a power cut, and it is not flushed to disk.</param>
    /// <exception cref="RuleException">The disk is full, or the folder is not writable.</exception>
    public static async Task WriteAsync(string path, Func<string, Task> write, bool isDerived = false)
    {
        ArgumentNullException.ThrowIfNull(write);
        var full = Path.GetFullPath(path);
        var partial = Path.Combine(Path.GetDirectoryName(full)!, $".{Path.GetFileName(full)}.{Guid.NewGuid():N}.part");
        try
        {
            Directory.CreateDirectory(Path.GetDirectoryName(full)!);
            // Outside programs would say less clearly that the folder is not writable.
            File.Create(partial).Dispose();
            File.Delete(partial);
            await write(partial);
            if (isDerived) File.Move(partial, full, overwrite: true);
            else FinishedFile.Place(partial, full);
        }
        catch (Exception e) when (DiskFull.Caused(e))
        {
            throw DiskFull.Exception();
        }
        catch (Exception e) when (e is UnauthorizedAccessException or IOException { HResult: ReadOnly })
        {
            throw new RuleException($"{path} cannot be written. Choose another place.") { IsOfMachine = true };
        }
        finally
        {
            File.Delete(partial);
        }
    }
}
