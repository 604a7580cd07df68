using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>The commands <c>backup TO</c> and <c>restore FROM</c>. Exit codes: 0 done, 2 bad usage, 3 bad input, 1 failure.</summary>
internal static class BackupVerbs
{
    public static async Task<int> RunAsync(string[] args)
    {
        var configuration = new ConfigurationBuilder().AddEnvironmentVariables().AddCommandLine(args[Math.Min(2, args.Length)..]).Build();
        var paths = new AppPaths(configuration.GetSection("Phonaris").Get<AppOptions>() ?? new());
        if (args is not [var verb, var folder, ..] || folder.StartsWith('-'))
        {
            await Console.Error.WriteLineAsync("Usage: phonaris backup FOLDER, or phonaris restore FOLDER-OR-COPY");
            return 2;
        }
        try
        {
            var (copied, missing) = verb == "backup" ? await Backup.MakeAsync(paths.Root, folder, null, CancellationToken.None) : await RestoreAsync(folder, paths);
            Console.WriteLine(verb == "backup" ? $"Backed up {paths.Root} to {folder} with {copied} new files." : $"Restored {folder} to {paths.Root} with {copied} missing files.");
            if (missing > 0) Console.WriteLine($"{missing} files that shows use are missing. Checks lists them in each show.");
            return 0;
        }
        catch (RuleException e)
        {
            await Console.Error.WriteLineAsync(e.Message);
            return 3;
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            await Console.Error.WriteLineAsync(StartFailure.Sentence(e));
            return 1;
        }
    }

    private static async Task<(int Copied, int Missing)> RestoreAsync(string from, AppPaths paths)
    {
        using var held = new DataFolder(paths);
        await held.HoldAsync();
        return await Backup.RestoreAsync(from, paths.Root, new(paths.Backups, paths.Database, TimeProvider.System), null, CancellationToken.None);
    }
}
