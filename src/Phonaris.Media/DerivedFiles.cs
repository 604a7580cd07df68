using System.Collections.Concurrent;

namespace Phonaris.Media;

/// <summary>
/// Files that are computed from others and can be made again: decoded sounds, slide pictures, segments of film. The name of each is computed from
/// its inputs. Each is made once, even if several callers need it, and appears complete or not at all.
/// </summary>
/// <param name="root">The folder for these files.</param>
public sealed class DerivedFiles(string root)
{
    /// <summary>The modification time of a file is used as the time of its last use, because some disks record no access times. It is updated at most this often.</summary>
    private static readonly TimeSpan NotedEvery = TimeSpan.FromMinutes(30);

    private readonly ConcurrentDictionary<string, Lazy<Task>> _making = new();

    /// <summary>The path a file has or would have.</summary>
    public string PathOf(string name) => Path.Combine(root, name);

    /// <summary>Whether a file exists.</summary>
    public bool Has(string name) => IsThere(PathOf(name));

    /// <summary>The path of a file if it exists, or null.</summary>
    public string? Find(string name)
    {
        var path = PathOf(name);
        if (!IsThere(path)) return null;
        NoteUse(path);
        return path;
    }

    /// <summary>The path of a file, which is made if it does not exist.</summary>
    /// <param name="name">Its name; may contain a folder.</param>
    /// <param name="make">Writes the file to a path.</param>
    /// <param name="cancel">Stops waiting. Work that another caller started continues.</param>
    /// <exception cref="RuleException">The disk is full.</exception>
    public async Task<string> GetAsync(string name, Func<string, CancellationToken, Task> make, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(make);
        var path = PathOf(name);
        while (!IsThere(path))
        {
            cancel.ThrowIfCancellationRequested();
            var mine = new Lazy<Task>(() => WholeFile.WriteAsync(path, partial => make(partial, cancel), isDerived: true));
            var making = _making.GetOrAdd(name, mine);
            try
            {
                await (making == mine ? mine.Value : making.Value.WaitAsync(cancel));
            }
            catch (OperationCanceledException) when (making != mine && !cancel.IsCancellationRequested)
            {
                // Another caller's work was cancelled, not ours: make the file.
            }
            finally
            {
                if (making == mine) _making.TryRemove(name, out _);
            }
        }
        NoteUse(path);
        return path;
    }

    /// <summary>An empty file is left by a power cut.</summary>
    private static bool IsThere(string path) => new FileInfo(path) is { Exists: true, Length: > 0 };

    private static void NoteUse(string path)
    {
        try
        {
            if (DateTime.UtcNow - File.GetLastWriteTimeUtc(path) > NotedEvery) File.SetLastWriteTimeUtc(path, DateTime.UtcNow);
        }
        catch (FileNotFoundException)
        {
            // Just removed by another process: the caller makes it again.
        }
    }

    /// <summary>Makes the files that do not exist, on all cores.</summary>
    /// <param name="files">Their names, and what writes each. A name may occur twice.</param>
    /// <param name="progress">Receives the fraction made.</param>
    /// <param name="cancel">Cancels the work. Files already made are kept.</param>
    /// <exception cref="RuleException">The disk is full.</exception>
    public Task GetAllAsync(
        IEnumerable<(string Name, Func<string, CancellationToken, Task> Make)> files, IProgress<double>? progress, CancellationToken cancel)
    {
        var missing = files.DistinctBy(f => f.Name).Where(f => !Has(f.Name)).ToList();
        var done = 0;
        return Parallel.ForEachAsync(
            missing,
            new ParallelOptions { MaxDegreeOfParallelism = Environment.ProcessorCount, CancellationToken = cancel },
            async (file, token) =>
            {
                await GetAsync(file.Name, file.Make, token);
                progress?.Report((double)Interlocked.Increment(ref done) / missing.Count);
            });
    }
}
