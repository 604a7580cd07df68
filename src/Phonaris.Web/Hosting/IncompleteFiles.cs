using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>Incomplete files of a server that was killed.</summary>
internal sealed class IncompleteFiles(AppPaths paths, FileUses uses, UploadStore uploads)
{
    /// <summary>Deletes files that were incomplete when the last server ended, and updates the record of file uses. Nothing else runs yet.</summary>
    public async Task ClearAsync()
    {
        if (Directory.Exists(paths.Work)) Directory.Delete(paths.Work, recursive: true);
        foreach (var folder in new[] { paths.Files, paths.Derived })
            foreach (var file in FolderFiles.In(folder).Where(f => f.Extension == ".part")) file.Delete();
        // Temporary files of exports begin with a dot.
        if (Directory.Exists(paths.Exports))
            foreach (var half in new DirectoryInfo(paths.Exports).EnumerateFileSystemInfos(".*"))
            {
                if (half is DirectoryInfo folder) folder.Delete(recursive: true);
                else half.Delete();
            }
        foreach (var file in FolderFiles.In(paths.Uploads).Where(f => f.Extension == ".new")) file.Delete();
        await uses.RepairAsync(await uploads.CompleteAsync(), CancellationToken.None);
    }
}
