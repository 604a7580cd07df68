using System.CommandLine;
using System.Text;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;

namespace Phonaris.Tool.Verbs;

/// <summary><c>draft SHOW</c>: places the unused sounds by their names and the slides.</summary>
internal static class DraftVerb
{
    public static Command Make()
    {
        var path = Arguments.Show();
        var look = new Option<bool>("--look") { Description = "Only print the draft. Do not change the show." };
        var without = new Option<string[]>("--without") { Description = "Sounds to leave out, by id or name.", AllowMultipleArgumentsPerToken = true };
        var command = new Command("draft", "Places a draft of the sounds that are not used yet.") { path, look, without };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            using var held = await workshop.HoldAsync(parsed.GetValue(path)!, cancel);
            var show = await workshop.ReadAsync(parsed.GetValue(path)!, cancel);
            var named = parsed.GetValue(without) ?? [];
            var left = named.Select(n => (show.Sounds.FirstOrDefault(s => s.Id == n || s.Name == n || s.FileName == n) ?? throw new RuleException($"The show has no sound {n}.", "without")).Id);
            var (draft, edit) = await new Drafts(workshop.Sounds).OfAsync(show, left, NewId.Next, cancel);
            if (edit is not null && !parsed.GetValue(look)) await workshop.WriteAsync(show.Apply(edit).Show, parsed.GetValue(path)!, cancel);
            var text = new StringBuilder();
            foreach (var cue in draft.Cues) text.Append($"{cue.Name}, {cue.Where}: {cue.Why}\n");
            foreach (var sound in draft.LeftOut) text.Append($"{sound.Name}: not placed, {sound.Why}\n");
            return (new { cues = draft.Cues, leftOut = draft.LeftOut, says = draft.Says }, text.Append(draft.Says).ToString());
        });
        return command;
    }
}
