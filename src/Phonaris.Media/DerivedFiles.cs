using System.Collections.Concurrent;

namespace Phonaris.Media;

/// <summary>
/// Files that follow from others and can be made again: decoded sounds, slide pictures, pieces of film. Each is named by what it
/// follows from, made once however many ask, and appears whole or not at all.
/// </summary>
/// <param name="root">The folder they are kept in.</param>
public sealed class DerivedFiles(string root)
{
    /// <summary>A file's time of writing is kept as the time it was last used, since a disk may keep no times of reading; it is set this often at most.</summary>
    private static readonly TimeSpan NotedEvery = TimeSpan.FromMinutes(30);

    private readonly ConcurrentDictionary<string, Lazy<Task>> _making = new();

    /// <summary>Where a file is or would be.</summary>
    public string PathOf(string name) => Path.Combine(root, name);

    /// <summary>Whether a file has been made.</summary>
    public bool Has(string name) => IsThere(PathOf(name));

    /// <summary>The path of a file, making it when it is not there.</summary>
    /// <param name="name">Its name; may hold a folder.</param>
    /// <param name="make">Writes it to the path it is given.</param>
    /// <param name="cancel">Stops waiting; the making goes on for others only if it was theirs.</param>
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
                // Somebody else's making was cancelled, ours was not: make it.
            }
            finally
            {
                if (making == mine) _making.TryRemove(name, out _);
            }
        }
        NoteUse(path);
        return path;
    }

    /// <summary>An empty one is what a power cut left of it.</summary>
    private static bool IsThere(string path) => new FileInfo(path) is { Exists: true, Length: > 0 };

    private static void NoteUse(string path)
    {
        try
        {
            if (DateTime.UtcNow - File.GetLastWriteTimeUtc(path) > NotedEvery) File.SetLastWriteTimeUtc(path, DateTime.UtcNow);
        }
        catch (FileNotFoundException)
        {
            // Removed in this moment; its caller makes it again.
        }
    }

    /// <summary>Makes those of some files that are not there, on all cores.</summary>
    /// <param name="files">Their names, and what writes each; a name may come twice.</param>
    /// <param name="progress">Told the fraction made.</param>
    /// <param name="cancel">Stops it; files made already are kept.</param>
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
