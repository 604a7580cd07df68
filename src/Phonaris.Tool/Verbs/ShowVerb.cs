using System.CommandLine;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Tool.Verbs;

/// <summary><c>show SHOW</c>: slides, sounds, cues, running order and schedule, in frames at 48 kHz.</summary>
internal static class ShowVerb
{
    private static readonly (string Old, string Name)[] OldNames =
        [("worstJoin", "worstEdit"), ("givesWayTo", "replacedBy"), ("takesOverFrom", "crossfadesFrom")];

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
                new { show.Title, show.Slides, show.Sounds, show.Cues, runningOrder = order, schedule = WithOldNames(schedule) },
                Text(show, order, schedule));
        });
        return command;
    }

    /// <summary>A schedule as JSON that also has the names of versions before 1.0, which scripts may read.</summary>
    private static JsonObject WithOldNames(Schedule schedule)
    {
        var json = JsonSerializer.SerializeToNode(schedule, ShowJson.Options)!.AsObject();
        json["unfit"] = json["fitFailures"]?.DeepClone();
        foreach (var cue in json["cues"]!.AsArray().Concat(json["silent"]!.AsArray()))
            foreach (var (old, name) in OldNames) cue![old] = cue[name]?.DeepClone();
        return json;
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
