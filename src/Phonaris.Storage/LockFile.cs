using System.Globalization;

namespace Phonaris.Storage;

/// <summary>
/// A lock that the operating system keeps for as long as this process lives, whatever becomes of it: nothing is left behind by a killed one.
/// The file itself stays, and a note beside it of who held it last.
/// </summary>
public sealed class LockFile : IDisposable
{
    /// <summary>The error number of a lock that somebody else has, EWOULDBLOCK.</summary>
    private const int WouldBlock = 11;

    private readonly FileStream _file;

    private LockFile(FileStream file) => _file = file;

    /// <summary>Holds a file, where nobody else does.</summary>
    /// <param name="path">The file; its folder is there.</param>
    /// <returns>The lock; null where another process, or another part of this one, has it.</returns>
    /// <exception cref="UnauthorizedAccessException">The folder cannot be written to.</exception>
    /// <exception cref="IOException">The file cannot be made there.</exception>
    public static LockFile? TryHold(string path)
    {
        FileStream file;
        try
        {
            file = new(path, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException e) when (e.HResult == WouldBlock)
        {
            return null;
        }
        try
        {
            // Beside it, since a file that is held cannot be read by others.
            File.WriteAllText(NoteOf(path), string.Create(CultureInfo.InvariantCulture, $"process {Environment.ProcessId}, since {DateTime.Now:yyyy-MM-dd HH:mm}"));
        }
        catch (IOException)
        {
            // Held it is all the same, as on a full disk.
        }
        return new(file);
    }

    /// <summary>Holds a file as soon as nobody else does.</summary>
    /// <param name="path">The file.</param>
    /// <param name="patience">How long to wait.</param>
    /// <param name="cancel">Stops waiting.</param>
    /// <exception cref="RuleException">Somebody else held it all that time.</exception>
    public static async Task<LockFile> HoldAsync(string path, TimeSpan patience, CancellationToken cancel)
    {
        for (var since = Environment.TickCount64; ; await Task.Delay(20, cancel))
        {
            if (TryHold(path) is { } held) return held;
            if (Environment.TickCount64 - since > patience.TotalMilliseconds) throw new RuleException($"Another process is using this ({HolderOf(path)}). Wait until it ends and try again.");
        }
    }

    /// <summary>Who holds a file, or held it last, in words.</summary>
    public static string HolderOf(string path)
    {
        try
        {
            return File.ReadAllText(NoteOf(path));
        }
        catch (IOException)
        {
            return "another process";
        }
    }

    private static string NoteOf(string path) => $"{path}-by";

    /// <inheritdoc/>
    public void Dispose() => _file.Dispose();
}
