using System.CommandLine;
using Phonaris.Tool;

namespace Phonaris.App.Verbs;

/// <summary><c>complete LINE</c>: the completions of a command line, for shells; not listed in the help.</summary>
internal static class CompleteVerb
{
    public static Command Make()
    {
        var line = new Argument<string>("line");
        var command = new Command("complete") { line };
        command.Hidden = true;
        command.SetAction((parsed, _) =>
        {
            var typed = parsed.GetValue(line)!;
            var words = typed.Split(' ', 2);
            foreach (var found in CommandLine.Root(AppVerbs.All()).Parse(words.Length > 1 ? words[1] : "").GetCompletions())
                parsed.InvocationConfiguration.Output.WriteLine(found.InsertText ?? found.Label);
            return Task.FromResult(0);
        });
        return command;
    }
}
