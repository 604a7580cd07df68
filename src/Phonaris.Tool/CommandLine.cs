using System.CommandLine;
using System.CommandLine.Help;
using Phonaris.Tool.Verbs;

namespace Phonaris.Tool;

/// <summary>The command line.</summary>
internal static class CommandLine
{
    /// <summary>Does what is asked.</summary>
    /// <param name="args">The verb and its arguments. Paths are those of the folder one stands in.</param>
    /// <param name="output">What it comes to goes here.</param>
    /// <param name="errors">Messages go here.</param>
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
        // Told in helps as one types it.
        var parsed = new Command("phonaris") { tool }.Parse([tool.Name, .. args]);
        if (parsed.Errors.Count == 0) return await parsed.InvokeAsync(new() { EnableDefaultExceptionHandler = false, Output = output, Error = errors });
        foreach (var error in parsed.Errors) await errors.WriteLineAsync(error.Message);
        await errors.WriteLineAsync($"See: phonaris tool {string.Join(' ', args.Take(1).Where(a => !a.StartsWith('-')))} --help");
        return Outcome.BadUsage;
    }
}
