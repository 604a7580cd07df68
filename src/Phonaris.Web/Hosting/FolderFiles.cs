namespace Phonaris.Web.Hosting;

/// <summary>The files in folders of the app, whatever became of them since.</summary>
internal static class FolderFiles
{
    /// <summary>All files in a folder and those in it; none where it is not there.</summary>
    public static IEnumerable<FileInfo> In(string folder) =>
        Directory.Exists(folder) ? new DirectoryInfo(folder).EnumerateFiles("*", SearchOption.AllDirectories) : [];

    /// <summary>Deletes a file.</summary>
    /// <returns>How many bytes that frees; 0 where it was gone already.</returns>
    public static long Delete(FileInfo file)
    {
        file.Refresh();
        if (!file.Exists) return 0;
        var bytes = file.Length;
        file.Delete();
        return bytes;
    }
}
