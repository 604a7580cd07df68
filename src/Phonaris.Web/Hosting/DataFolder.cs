using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>The data folder, held by this server alone for as long as it runs. One that is made here is readable by its owner alone.</summary>
internal sealed class DataFolder(AppPaths paths) : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(1.5);

    private LockFile? _held;

    /// <summary>Makes the folder where it is not there, and holds it.</summary>
    /// <exception cref="RuleException">It cannot be written to, or another server has it.</exception>
    public async Task HoldAsync()
    {
        try
        {
            // One that is there already may be shared on purpose, or lie on a disk that knows no modes.
            if (!Directory.Exists(paths.Root)) Directory.CreateDirectory(paths.Root, OwnerOnly);
            // The one who is just ending, or was just beginning an outside program, may hold it a moment longer.
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
