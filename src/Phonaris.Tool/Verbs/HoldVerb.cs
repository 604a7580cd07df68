using System.CommandLine;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Tool.Verbs;

/// <summary><c>hold SHOW --slide N --seconds S</c>: sets a hold.</summary>
internal static class HoldVerb
{
    public static Command Make()
    {
        var path = Arguments.Show();
        var number = new Option<int>("--slide") { Description = "The slide's number, from 1.", Required = true };
        var seconds = new Option<double>("--seconds") { Description = "The hold in seconds.", Required = true };
        var command = new Command("hold", "Sets the hold of a slide.") { path, number, seconds };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            using var held = await workshop.HoldAsync(parsed.GetValue(path)!, cancel);
            var show = await workshop.ReadAsync(parsed.GetValue(path)!, cancel);
            var n = parsed.GetValue(number);
            var slide = Arguments.SlideOf(show, n);
            var edit = new SetHolds([new(slide.Id, Arguments.Ms(parsed.GetValue(seconds), "--seconds"))]);
            var sentence = edit.Sentence(show);
            show = show.Apply(edit).Show;
            await workshop.WriteAsync(show, parsed.GetValue(path)!, cancel);
            return (new { slide = n, holdMs = edit.Holds[0].HoldMs, runningTimeFrames = RunningOrder.Of(show).TotalFrames }, sentence);
        });
        return command;
    }
}
