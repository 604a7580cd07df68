using System.CommandLine;
using Phonaris.Web.Hosting;

namespace Phonaris.App.Verbs;

/// <summary><c>backup FOLDER</c> and <c>restore FROM</c>.</summary>
internal static class BackupVerb
{
    public static Command MakeBackup() => Make("backup", "Copies all shows and their files to a folder, even while the app runs.", "The folder. A second time, only what is new is copied.", BackupCommands.BackUpAsync);

    public static Command MakeRestore() => Make("restore", "Restores such a folder, or a copy of the database.", "The folder, or the copy.", BackupCommands.RestoreAsync);

    private static Command Make(string name, string what, string folderIs, Func<string, string[], TextWriter, TextWriter, Task<int>> run)
    {
        var folder = new Argument<string>("folder") { Description = folderIs };
        var command = new Command(name, what) { folder };
        var settings = new SettingOptions(command, "data");
        command.SetAction((parsed, _) => run(
            parsed.GetValue(folder)!, [.. settings.Given(parsed)], parsed.InvocationConfiguration.Output, parsed.InvocationConfiguration.Error));
        return command;
    }
}
