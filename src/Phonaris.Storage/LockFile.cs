using System.Globalization;

namespace Phonaris.Storage;

/// <summary>
/// A file lock that the operating system releases when this process ends, however it ends.
/// The file itself stays, with a note beside it about the last holder.
/// </summary>
public sealed class LockFile : IDisposable
{
    /// <summary>The error number of a lock held elsewhere, EWOULDBLOCK.</summary>
    private const int WouldBlock = 11;

    private readonly FileStream _file;

    private LockFile(FileStream file) => _file = file;

    /// <summary>Locks a file if it is free.</summary>
    /// <param name="path">The file, in an existing folder.</param>
    /// <returns>The lock; null if another process, or another part of this one, holds it.</returns>
    /// <exception cref="UnauthorizedAccessException">The folder cannot be written to.</exception>
    /// <exception cref="IOException">The file cannot be created.</exception>
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
            // In a separate file, because a locked one cannot be read by others.
            File.WriteAllText(NoteOf(path), string.Create(CultureInfo.InvariantCulture, $"process {Environment.ProcessId}, since {DateTime.Now:yyyy-MM-dd HH:mm}"));
        }
        catch (IOException)
        {
            // The lock is held even if the note cannot be written, as on a full disk.
        }
        return new(file);
    }

    /// <summary>Locks a file as soon as it is free.</summary>
    /// <param name="path">The file.</param>
    /// <param name="patience">How long to wait.</param>
    /// <param name="cancel">Stops waiting.</param>
    /// <exception cref="RuleException">It was not free in that time.</exception>
    public static async Task<LockFile> HoldAsync(string path, TimeSpan patience, CancellationToken cancel)
    {
        for (var since = Environment.TickCount64; ; await Task.Delay(20, cancel))
        {
            if (TryHold(path) is { } held) return held;
            if (Environment.TickCount64 - since > patience.TotalMilliseconds) throw new RuleException($"Another process is using this ({HolderOf(path)}). Wait until it ends and try again.");
        }
    }

    /// <summary>The current or last holder, as text.</summary>
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
