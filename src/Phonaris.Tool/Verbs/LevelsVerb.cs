using System.CommandLine;
using System.Globalization;
using System.Text;
using Phonaris.Core.Levels;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Tool.Verbs;

/// <summary><c>levels SHOW</c>: the loudness of the show, its slides and its cues; <c>--match</c> matches the cues to their targets.</summary>
internal static class LevelsVerb
{
    public static Command Make()
    {
        var path = Arguments.Show();
        var match = new Option<bool>("--match") { Description = "Match the level of each cue to its target." };
        var forWhat = new Option<string?>("--for") { Description = "The level targets: room, web or broadcast. If omitted, as set in the show." };
        forWhat.AcceptOnlyFromAmong("room", "web", "broadcast");
        var command = new Command("levels", "Measures the loudness of a show and matches its levels.") { path, match, forWhat };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            using var held = await workshop.HoldAsync(parsed.GetValue(path)!, cancel);
            var show = await workshop.ReadAsync(parsed.GetValue(path)!, cancel);
            if (TargetsOf(parsed.GetValue(forWhat)) is { } targets) show = show.Apply(new SetLevelTargets(targets)).Show;
            var timed = await workshop.TimedAsync(show, cancel);
            var matched = LevelMatch.Of(timed, workshop.Sounds.Loudness).ToDictionary(m => m.CueId);
            if (parsed.GetValue(match))
            {
                if (LevelMatch.ToEdit(matched.Values) is { } edit) show = show.Apply(edit).Show;
                await workshop.WriteAsync(show, parsed.GetValue(path)!, cancel);
                timed = await workshop.TimedAsync(show, cancel);
            }
            var levels = ShowLevels.Of(timed, workshop.Sounds.Loudness);
            return (
                new
                {
                    whole = new { levels.Whole.IntegratedLufs, levels.Whole.RangeLu, levels.Peaks.TruePeakDbtp },
                    slides = levels.Slides.Select(s => new { s.Number, s.IntegratedLufs }),
                    cues = levels.Cues.Select(c => new
                    {
                        id = c.CueId,
                        c.Kind,
                        c.LevelDb,
                        c.IntegratedLufs,
                        c.LoudestLufs,
                        matched[c.CueId].TargetLufs,
                        show.Cue(c.CueId).Follows,
                    }),
                },
                Text(show, levels, matched));
        });
        return command;
    }

    private static LevelTargets? TargetsOf(string? asked) =>
        asked switch { "room" => LevelTargets.Room, "web" => LevelTargets.Web, "broadcast" => LevelTargets.Broadcast, _ => null };

    private static string Text(Show show, ShowLevels levels, Dictionary<string, MatchedCue> matched)
    {
        var text = new StringBuilder($"{show.Title}: {Lufs(levels.Whole.IntegratedLufs)}, true peak {(levels.Peaks.TruePeakDbtp is { } peak ? Number(peak) : "−∞")} dBTP\n");
        foreach (var slide in levels.Slides) text.Append($"{slide.Number,4}  {Lufs(slide.IntegratedLufs)}\n");
        foreach (var cue in levels.Cues)
            text.Append($"      {show.Sound(show.Cue(cue.CueId).SoundId).Name}, {Wording.Decibels(cue.LevelDb)}: {Lufs(cue.Kind == SoundKind.Spot ? cue.LoudestLufs : cue.IntegratedLufs)}, target {Number(matched[cue.CueId].TargetLufs)}\n");
        return text.ToString().TrimEnd();
    }

    private static string Lufs(double? lufs) => lufs is { } value ? $"{Number(value)} LUFS" : "silent";

    private static string Number(double value) => value.ToString("0.0", CultureInfo.InvariantCulture).Replace('-', '−');
}
