using Phonaris.Media;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>Keeps derived files within a limit; those used by open shows and running jobs stay.</summary>
internal sealed class DerivedBound(OpenShows open, SoundLibrary sounds, AppPaths paths, TimeProvider clock)
{
    /// <summary>Deletes derived files beyond the limit.</summary>
    /// <param name="bound">The limit in bytes; null to derive it from the disk.</param>
    /// <param name="cancel">Stops it before anything is deleted.</param>
    /// <returns>How many bytes were freed.</returns>
    public async Task<long> KeepAsync(long? bound, CancellationToken cancel)
    {
        var leased = await open.FilesAsync(cancel);
        return DerivedRoom.Tidy(
            paths.Derived, bound, clock.GetUtcNow().UtcDateTime, name => leased.Contains(name[..Math.Min(FileStore.HashLength, name.Length)]),
            file =>
            {
                var bytes = FolderFiles.Delete(file);
                if (file.Name.Length > FileStore.HashLength && FileStore.IsHash(file.Name[..FileStore.HashLength])) sounds.Release(file.Name[..FileStore.HashLength]);
                return bytes;
            });
    }
}
