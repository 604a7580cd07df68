namespace Phonaris.Web.Hosting;

/// <summary>Lists and deletes files that other code may delete at the same time.</summary>
internal static class FolderFiles
{
    /// <summary>All files in a folder and its subfolders; none when it does not exist.</summary>
    public static IEnumerable<FileInfo> In(string folder) =>
        Directory.Exists(folder) ? new DirectoryInfo(folder).EnumerateFiles("*", SearchOption.AllDirectories) : [];

    /// <summary>Deletes a file.</summary>
    /// <returns>The number of bytes freed; 0 when it did not exist.</returns>
    public static long Delete(FileInfo file)
    {
        file.Refresh();
        if (!file.Exists) return 0;
        var bytes = file.Length;
        file.Delete();
        return bytes;
    }
}
