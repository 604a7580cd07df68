using System.CommandLine;

namespace Phonaris.App.Verbs;

/// <summary>The verbs of the app, besides those that work on show packages.</summary>
internal static class AppVerbs
{
    public static IEnumerable<Command> All() =>
    [
        ServeVerb.Make(), ServeVerb.MakeDemo(), OpenVerb.Make(), BackupVerb.MakeBackup(), BackupVerb.MakeRestore(), DoctorVerb.Make(),
        CompleteVerb.Make(), ManualVerb.Make(),
    ];
}
