using System.CommandLine;
using System.Text;
using Phonaris.Core.Checking;
using Phonaris.Core.Shows;

namespace Phonaris.Tool.Verbs;

/// <summary><c>check SHOW</c>: what the show should be warned about; with <c>--strict</c> it fails where the show would stop or the audience hear it.</summary>
internal static class CheckVerb
{
    public static Command Make()
    {
        var path = Arguments.Show();
        var strict = new Option<bool>("--strict") { Description = $"Exit {Outcome.LeftToDo} when something is left that stops the show or that the audience hears." };
        var command = new Command("check", "Looks a show over, and says what would put right what it finds.") { path, strict };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var show = await workshop.ReadAsync(parsed.GetValue(path)!, cancel);
            var findings = (await workshop.FindingsAsync(show, cancel)).Where(f => !show.IsLeftSo(f)).ToList();
            return (
                new
                {
                    findings = findings.Select(f => new
                    {
                        f.Check,
                        f.Gravity,
                        slide = f.SlideId is { } id ? Say.Number(show, id) : (int?)null,
                        f.CueIds,
                        f.Sentence,
                        remedies = f.Remedies.Select(r => r.Words),
                    }),
                },
                Text(findings),
                parsed.GetValue(strict) && findings.Exists(f => f.Gravity != Gravity.Tidy) ? Outcome.LeftToDo : Outcome.Done);
        });
        return command;
    }

    private static string Text(List<Finding> findings)
    {
        if (findings.Count == 0) return "All is well.";
        var text = new StringBuilder();
        foreach (var gravity in findings.GroupBy(f => f.Gravity))
        {
            text.Append(gravity.Key switch { Gravity.Stops => "The show stops\n", Gravity.Heard => "The audience hears it\n", _ => "To be tidied up\n" });
            foreach (var finding in gravity) text.Append($"  {finding.Sentence}{string.Concat(finding.Remedies.Select(r => $"  ({r.Words})"))}\n");
        }
        return text.ToString().TrimEnd();
    }
}
