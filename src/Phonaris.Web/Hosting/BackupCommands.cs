using Phonaris.Media;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>Backs up and restores the data folder. Exit codes: 0 done, 3 bad input, 1 failure.</summary>
public static class BackupCommands
{
    /// <summary>Copies all shows and their files to a folder.</summary>
    /// <param name="folder">The folder.</param>
    /// <param name="settings">Settings as <c>--Phonaris:Data=/shows</c>.</param>
    /// <param name="output">Receives the result.</param>
    /// <param name="errors">Receives error messages.</param>
    /// <returns>The exit code.</returns>
    public static Task<int> BackUpAsync(string folder, string[] settings, TextWriter output, TextWriter errors) => RunAsync(settings, output, errors, async paths =>
    {
        var (copied, missing) = await Backup.MakeAsync(paths.Root, folder, null, CancellationToken.None);
        return ($"Backed up {paths.Root} to {folder} with {copied} new files.", missing);
    });

    /// <summary>Restores a backup.</summary>
    /// <param name="from">The folder of the backup, or a copy of the database.</param>
    /// <param name="settings">Settings as <c>--Phonaris:Data=/shows</c>.</param>
    /// <param name="output">Receives the result.</param>
    /// <param name="errors">Receives error messages.</param>
    /// <returns>The exit code.</returns>
    public static Task<int> RestoreAsync(string from, string[] settings, TextWriter output, TextWriter errors) => RunAsync(settings, output, errors, async paths =>
    {
        using var held = new DataFolder(paths);
        await held.HoldAsync();
        var (copied, missing) = await Backup.RestoreAsync(from, paths.Root, new(paths.Backups, paths.Database, TimeProvider.System), null, CancellationToken.None);
        return ($"Restored {from} to {paths.Root} with {copied} missing files.", missing);
    });

    private static async Task<int> RunAsync(string[] settings, TextWriter output, TextWriter errors, Func<AppPaths, Task<(string Done, int Missing)>> work)
    {
        try
        {
            var (done, missing) = await work(AppPaths.Of(settings));
            await output.WriteLineAsync(done);
            if (missing > 0) await output.WriteLineAsync($"{missing} files that shows use are missing. Checks lists them in each show.");
            return 0;
        }
        catch (RuleException e)
        {
            await errors.WriteLineAsync(e.Message);
            return e.IsOfMachine ? 1 : 3;
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            await errors.WriteLineAsync(Faults.IsDiskFull(e) ? DiskFull.Exception().Message : e.Message);
            return 1;
        }
    }
}
