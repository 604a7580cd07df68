using System.Runtime.InteropServices;

namespace Phonaris.Shared;

/// <summary>
/// Puts a finished file under its name so that after a power cut either it or the one before is there, whole: first its bytes are flushed, then it is
/// renamed, then the entries of its folder are flushed (fsync of both, POSIX).
/// </summary>
internal static class FinishedFile
{
    private const int ReadOnly = 0;

    /// <summary>Puts a finished file in the place of what is there.</summary>
    /// <param name="finished">The file, closed, on the same disk.</param>
    /// <param name="path">Its name to be.</param>
    public static void Place(string finished, string path)
    {
        using (var file = File.OpenHandle(finished, FileMode.Open, FileAccess.ReadWrite)) RandomAccess.FlushToDisk(file);
        File.Move(finished, path, overwrite: true);
        FlushFolder(Path.GetDirectoryName(Path.GetFullPath(path))!);
    }

    private static void FlushFolder(string folder)
    {
        var handle = Open(folder, ReadOnly);
        if (handle < 0) return;
        // Some network file systems refuse it; then nothing more can be done.
        _ = Sync(handle);
        _ = Close(handle);
    }

    [DllImport("libc", EntryPoint = "open", SetLastError = true)]
    private static extern int Open([MarshalAs(UnmanagedType.LPUTF8Str)] string path, int flags);

    [DllImport("libc", EntryPoint = "fsync", SetLastError = true)]
    private static extern int Sync(int handle);

    [DllImport("libc", EntryPoint = "close", SetLastError = true)]
    private static extern int Close(int handle);
}
