using System.CommandLine;
using System.Text;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Tool.Verbs;

/// <summary><c>show SHOW</c>: slides, sounds, cues, running order and schedule, in frames at 48 kHz.</summary>
internal static class ShowVerb
{
    public static Command Make()
    {
        var path = Arguments.Show();
        var command = new Command("show", "Prints the contents of a show.") { path };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var show = await workshop.ReadAsync(parsed.GetValue(path)!, cancel);
            await workshop.Sounds.PrepareAllAsync(show, cancel);
            var order = RunningOrder.Of(show);
            var schedule = Schedule.Of(show, order, workshop.Sounds.Listened);
            return (
                new { show.Title, show.Slides, show.Sounds, show.Cues, runningOrder = order, schedule },
                Text(show, order, schedule));
        });
        return command;
    }

    private static string Text(Show show, RunningOrder order, Schedule schedule)
    {
        var text = new StringBuilder($"{show.Title}, {Wording.Time(order.TotalFrames)}\n");
        foreach (var slide in order.Slides)
            text.Append($"{slide.Number,4}  {Wording.Time(slide.StartFrame),8}  {show.Slides[slide.Index].Title}\n");
        foreach (var cue in schedule.Cues)
            text.Append($"      {Wording.Time(cue.StartFrame),8}  to {Wording.Time(cue.EndFrame)}  {show.Sound(cue.SoundId).Name}, ")
                .Append($"{Wording.Span(show, show.Cue(cue.CueId).Span)}, {Wording.Decibels(show.Cue(cue.CueId).LevelDb)}\n");
        return text.ToString().TrimEnd();
    }
}
