using System.CommandLine;
using Phonaris.Core.Checking;
using Phonaris.Core.Timing;

namespace Phonaris.Tool.Verbs;

/// <summary><c>explain SHOW --slide N</c>: what plays on a slide and why, or why it is silent.</summary>
internal static class ExplainVerb
{
    public static Command Make()
    {
        var path = Arguments.Show();
        var slide = new Option<int>("--slide") { Description = "The slide's number.", Required = true };
        var command = new Command("explain", "Explains what plays on a slide and why.") { path, slide };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var show = await workshop.ReadAsync(parsed.GetValue(path)!, cancel);
            await workshop.Sounds.PrepareAllAsync(show, cancel);
            var number = parsed.GetValue(slide);
            var asked = Arguments.SlideOf(show, number);
            var explained = Explanation.Of(TimedShow.Of(show, workshop.Sounds.Listened), asked.Id);
            return (
                new { slide = number, lines = explained.Select(e => new { e.CueId, e.Sounds, e.Sentence, remedy = e.Fix?.Words }) },
                string.Join('\n', explained.Select(e => e.Fix is null ? e.Sentence : $"{e.Sentence}  ({e.Fix.Words})")));
        });
        return command;
    }
}
