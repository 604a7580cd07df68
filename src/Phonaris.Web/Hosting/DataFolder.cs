using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>The data folder, locked by this server while it runs. A folder created here is readable by its owner only.</summary>
internal sealed class DataFolder(AppPaths paths) : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(1.5);

    private LockFile? _held;

    /// <summary>Creates the folder if necessary, and locks it.</summary>
    /// <exception cref="RuleException">It cannot be written to, or another server has it.</exception>
    public async Task HoldAsync()
    {
        try
        {
            // An existing folder may be shared on purpose, or be on a disk without permissions.
            if (!Directory.Exists(paths.Root)) Directory.CreateDirectory(paths.Root, OwnerOnly);
            // A server that is ending, or a program just started by one, may hold the lock a moment longer.
            _held = await LockFile.HoldAsync(paths.Held, Patience, CancellationToken.None);
        }
        catch (RuleException)
        {
            throw new RuleException($"Another Phonaris is using {paths.Root} ({LockFile.HolderOf(paths.Held)}). Use that one, or choose another data folder.");
        }
        catch (Exception e) when (e is UnauthorizedAccessException or IOException)
        {
            throw new RuleException($"The data folder {paths.Root} cannot be written. Choose another one, or change its permissions.");
        }
    }

    public void Dispose() => _held?.Dispose();

    internal const UnixFileMode OwnerOnly = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;
}
