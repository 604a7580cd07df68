using System.CommandLine;
using System.Text;
using Phonaris.Tool;

namespace Phonaris.App.Verbs;

/// <summary><c>manual</c>: the manual page in the format of man(7), made when packing; not listed in the help.</summary>
internal static class ManualVerb
{
    public static Command Make()
    {
        var command = new Command("manual");
        command.Hidden = true;
        command.SetAction((parsed, _) =>
        {
            parsed.InvocationConfiguration.Output.Write(Page(CommandLine.Root(AppVerbs.All())));
            return Task.FromResult(0);
        });
        return command;
    }

    private static string Page(Command root)
    {
        var page = new StringBuilder($"""
            .TH PHONARIS 1
            .SH NAME
            phonaris \- {Escaped(root.Description!.TrimEnd('.').ToLowerInvariant())}
            .SH SYNOPSIS
            .B phonaris
            .I VERB
            .RI [ ARGUMENTS ]
            .SH VERBS

            """);
        foreach (var verb in root.Subcommands.Where(v => !v.Hidden))
        {
            page.Append($".SS {Escaped(string.Join(' ', verb.Arguments.Select(a => a.Name.ToUpperInvariant()).Prepend(verb.Name)))}\n{Escaped(verb.Description ?? "")}\n");
            foreach (var argument in verb.Arguments) Entry(argument.Name.ToUpperInvariant(), argument.Description);
            foreach (var option in verb.Options.Where(o => !o.Hidden)) Entry(option.Name, option.Description);
        }
        page.Append("""
            .SH FILES
            .TP
            $XDG_DATA_HOME/phonaris
            Shows and their files, and copies of the database.
            .TP
            $XDG_CACHE_HOME/phonaris
            Files that can be made again.
            .TP
            $XDG_CONFIG_HOME/phonaris.json
            Settings.
            .SH EXIT STATUS
            0 done; 1 failed; 2 wrong usage; 3 wrong input; 4 problems were found.

            """);
        return page.ToString();

        void Entry(string name, string? what) => page.Append($".TP\n.B {Escaped(name)}\n{Escaped(what ?? "")}\n");
    }

    private static string Escaped(string text) => text.Replace("\\", "\\e", StringComparison.Ordinal).Replace("-", "\\-", StringComparison.Ordinal).Replace("\n", " ", StringComparison.Ordinal);
}
