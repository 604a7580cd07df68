using System.Runtime.InteropServices;

namespace Phonaris.Shared;

/// <summary>
/// Writes the entries of a folder to the disk (fsync of the folder, POSIX): a file that was renamed into it is there under its name after a power
/// cut, not only its bytes.
/// </summary>
internal static class FolderFlush
{
    private const int ReadOnly = 0;

    /// <summary>Flushes a folder, where its file system can.</summary>
    public static void Of(string folder)
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
