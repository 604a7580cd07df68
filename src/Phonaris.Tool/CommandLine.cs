using System.CommandLine;
using System.CommandLine.Help;
using Phonaris.Tool.Verbs;

namespace Phonaris.Tool;

/// <summary>The command line.</summary>
internal static class CommandLine
{
    /// <summary>Runs a command.</summary>
    /// <param name="args">The verb and its arguments. Paths are relative to the current folder.</param>
    /// <param name="output">Receives the results.</param>
    /// <param name="errors">Receives error messages.</param>
    /// <returns>The exit code.</returns>
    public static async Task<int> RunAsync(IReadOnlyList<string> args, TextWriter output, TextWriter errors)
    {
        var tool = new Command("tool", "Works on show packages with the same engine as the app.")
        {
            Outcome.Json, new HelpOption(), new VersionOption(),
            NewVerb.Make(), AddVerb.Make(), PlaceVerb.Make(), HoldVerb.Make(), ShowVerb.Make(), ExportVerb.Make(), DeckVerb.Make(), MeasureVerb.Make(),
            ExplainVerb.Make(), BeatsVerb.Make(), FitVerb.Make(), DraftVerb.Make(), LevelsVerb.Make(), CheckVerb.Make(),
            ClearVerb.Make(),
        };
        // The name shown in the help.
        var parsed = new Command("phonaris") { tool }.Parse([tool.Name, .. args]);
        if (parsed.Errors.Count == 0) return await parsed.InvokeAsync(new() { EnableDefaultExceptionHandler = false, Output = output, Error = errors });
        foreach (var error in parsed.Errors) await errors.WriteLineAsync(error.Message);
        await errors.WriteLineAsync($"See: phonaris tool {string.Join(' ', args.Take(1).Where(a => !a.StartsWith('-')))} --help");
        return Outcome.BadUsage;
    }
}
