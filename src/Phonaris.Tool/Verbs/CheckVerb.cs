using System.CommandLine;
using System.Text;
using Phonaris.Core.Checking;
using Phonaris.Core.Shows;

namespace Phonaris.Tool.Verbs;

/// <summary><c>check SHOW</c>: the findings in a show; with <c>--strict</c> it fails if any is a blocker or audible.</summary>
internal static class CheckVerb
{
    public static Command Make()
    {
        var path = Arguments.Show();
        var strict = new Option<bool>("--strict") { Description = $"Exit {Outcome.LeftToDo} if a blocker or an audible problem is left." };
        var command = new Command("check", "Checks a show and lists its problems with their fixes.") { path, strict };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var show = await workshop.ReadAsync(parsed.GetValue(path)!, cancel);
            var findings = (await workshop.FindingsAsync(show, cancel)).Where(f => !show.IsIgnored(f)).ToList();
            return (
                new
                {
                    findings = findings.Select(f => new
                    {
                        f.Check,
                        gravity = f.Severity switch { Severity.Blocker => "stops", Severity.Audible => "heard", _ => "tidy" },
                        slide = f.SlideId is { } id ? Wording.Number(show, id) : (int?)null,
                        f.CueIds,
                        f.Sentence,
                        remedies = f.Fixes.Select(r => r.Words),
                    }),
                },
                Text(findings),
                parsed.GetValue(strict) && findings.Exists(f => f.Severity != Severity.Minor) ? Outcome.LeftToDo : Outcome.Done);
        });
        return command;
    }

    private static string Text(List<Finding> findings)
    {
        if (findings.Count == 0) return "No problems found.";
        var text = new StringBuilder();
        foreach (var severity in findings.GroupBy(f => f.Severity))
        {
            text.Append(severity.Key switch { Severity.Blocker => "Blocker\n", Severity.Audible => "Audible\n", _ => "Minor\n" });
            foreach (var finding in severity) text.Append($"  {finding.Sentence}{string.Concat(finding.Fixes.Select(r => $"  ({r.Words})"))}\n");
        }
        return text.ToString().TrimEnd();
    }
}
