using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>Unused files (<see cref="FileUses"/>) with the files derived from them, and exports whose job is gone.</summary>
internal sealed class UnusedFiles(FileStore files, FileUses uses, JobStore jobs, SoundLibrary sounds, AppPaths paths)
{
    /// <summary>The folders whose files are named after the file they are derived from.</summary>
    private static readonly string[] NamedByHash = ["sounds", "speeds", "pictures", "videos"];

    /// <summary>Deletes unused files and the files derived from them.</summary>
    /// <param name="hashes">The content hashes to consider; null for all.</param>
    /// <param name="cancel">Stops it.</param>
    /// <returns>How many bytes were freed.</returns>
    public async Task<long> RemoveAsync(IReadOnlyCollection<string>? hashes, CancellationToken cancel)
    {
        // Listed before the uses are read, so that files added meanwhile are not deleted.
        var derived = NamedByHash.SelectMany(f => FolderFiles.In(Path.Combine(paths.Derived, f))).ToLookup(f => f.Name[..Math.Min(FileStore.HashLength, f.Name.Length)]);
        var candidates = hashes ?? [.. FolderFiles.In(paths.Files).Select(f => f.Name).Concat(derived.Select(d => d.Key)).Where(FileStore.IsHash).Distinct()];
        var used = await uses.HashesAsync(null, cancel);
        var freed = 0L;
        foreach (var hash in candidates.Where(h => !used.Contains(h)))
            freed += await uses.TryDeleteAsync(hash, () => Delete(hash, derived[hash]), cancel);
        return freed;
    }

    /// <summary>Deletes exports without a job; each is named after its job.</summary>
    /// <param name="cancel">Stops it.</param>
    /// <returns>How many bytes were freed.</returns>
    public async Task<long> RemoveExportsAsync(CancellationToken cancel)
    {
        var exports = FolderFiles.In(paths.Exports).Where(f => !f.Name.StartsWith('.')).ToList();
        var known = await jobs.IdsAsync(cancel);
        return exports.Where(f => !known.Contains(Path.GetFileNameWithoutExtension(f.Name))).Sum(FolderFiles.Delete);
    }

    private long Delete(string hash, IEnumerable<FileInfo> derived)
    {
        var freed = FolderFiles.Delete(new FileInfo(files.PathOf(hash))) + derived.Sum(FolderFiles.Delete);
        sounds.Release(hash);
        return freed;
    }
}
