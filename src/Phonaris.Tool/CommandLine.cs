using System.CommandLine;
using System.CommandLine.Help;
using Phonaris.Tool.Verbs;

namespace Phonaris.Tool;

/// <summary>The command line.</summary>
public static class CommandLine
{
    /// <summary>Runs a command.</summary>
    /// <param name="args">The verb and its arguments. Paths are relative to the current folder.</param>
    /// <param name="output">Receives the results.</param>
    /// <param name="errors">Receives error messages.</param>
    /// <param name="more">Further verbs.</param>
    /// <returns>The exit code.</returns>
    public static async Task<int> RunAsync(IReadOnlyList<string> args, TextWriter output, TextWriter errors, params IEnumerable<Command> more)
    {
        ArgumentNullException.ThrowIfNull(args);
        ArgumentNullException.ThrowIfNull(errors);
        var parsed = Root(more).Parse([.. args]);
        if (parsed.Errors.Count == 0) return await parsed.InvokeAsync(new() { EnableDefaultExceptionHandler = false, Output = output, Error = errors });
        foreach (var error in parsed.Errors) await errors.WriteLineAsync(error.Message);
        await errors.WriteLineAsync($"See: {string.Join(' ', args.Take(1).Where(a => !a.StartsWith('-')).Prepend(Name))} --help");
        return Outcome.BadUsage;
    }

    /// <summary>All verbs, for the help, the manual and completions.</summary>
    /// <param name="more">Further verbs, listed first.</param>
    public static Command Root(IEnumerable<Command> more)
    {
        var root = new Command(Name, "Places, fits, checks and exports the music of a slide presentation.") { Outcome.Json, new HelpOption(), new VersionOption() };
        foreach (var verb in more) root.Add(verb);
        foreach (var verb in Verbs()) root.Add(verb);
        return root;
    }

    private const string Name = "phonaris";

    private static IEnumerable<Command> Verbs() =>
        [
            NewVerb.Make(), AddVerb.Make(), PlaceVerb.Make(), HoldVerb.Make(), ShowVerb.Make(), ExportVerb.Make(), DeckVerb.Make(), MeasureVerb.Make(),
            ExplainVerb.Make(), BeatsVerb.Make(), FitVerb.Make(), DraftVerb.Make(), LevelsVerb.Make(), CheckVerb.Make(),
            ClearVerb.Make(),
        ];
}
