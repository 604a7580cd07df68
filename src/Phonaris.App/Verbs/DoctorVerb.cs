using System.CommandLine;
using Phonaris.Tool;

namespace Phonaris.App.Verbs;

/// <summary><c>doctor</c>: what this machine lacks, what that costs, and the command that mends it.</summary>
internal static class DoctorVerb
{
    public static Command Make()
    {
        var command = new Command("doctor", $"Checks this machine: programs, fonts, disk, data and ports. Exit {Outcome.LeftToDo} if something is missing.");
        var settings = new SettingOptions(command, "data", "cache", "port", "clicker-port");
        command.Does(async (parsed, cancel) =>
        {
            var lines = await Doctor.ExamineAsync([.. settings.Given(parsed)], cancel);
            return (new { lines }, string.Join('\n', lines.Select(l => l.ToString())), lines.Any(l => l.Cost is not null) ? Outcome.LeftToDo : Outcome.Done);
        });
        return command;
    }
}
