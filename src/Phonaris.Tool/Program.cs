using System.CommandLine;
using Phonaris.Tool;
using Phonaris.Tool.Verbs;

var root = new RootCommand("Phonaris on the command line: shows as packages, measured and exported by the same engine as the app.")
{
    Outcome.Json,
    NewVerb.Make(), AddVerb.Make(), PlaceVerb.Make(), HoldVerb.Make(), ShowVerb.Make(), ExportVerb.Make(), DeckVerb.Make(), MeasureVerb.Make(),
    ExplainVerb.Make(), BeatsVerb.Make(), FitVerb.Make(),
};

var parsed = root.Parse(args);
if (parsed.Errors.Count > 0)
{
    foreach (var error in parsed.Errors) Console.Error.WriteLine(error.Message);
    Console.Error.WriteLine($"See: phonaris tool {string.Join(' ', args.Take(1).Where(a => !a.StartsWith('-')))} --help");
    return Outcome.BadUsage;
}
return await parsed.InvokeAsync(new() { EnableDefaultExceptionHandler = false });
