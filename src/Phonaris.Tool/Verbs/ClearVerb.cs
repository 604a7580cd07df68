using System.CommandLine;
using Phonaris.Core.Clearing;
using Phonaris.Core.Shows;

namespace Phonaris.Tool.Verbs;

/// <summary><c>clear SHOW [--for room|inside|web|sold]</c>: whether each sound in use is cleared for a destination.</summary>
internal static class ClearVerb
{
    public static Command Make()
    {
        var path = Arguments.Show();
        var where = new Option<string?>("--for") { Description = "The destination of the show. If omitted, as set in the show." };
        where.AcceptOnlyFromAmong("room", "inside", "web", "sold");
        var command = new Command("clear", "Lists the usage rights of each sound for a destination. This is not legal advice.") { path, where };
        command.Does(async (parsed, cancel) =>
        {
            var show = (await new Workshop().ReadAsync(parsed.GetValue(path)!, cancel)).WithoutUnused();
            var destination = parsed.GetValue(where) is { } asked ? Enum.Parse<Destination>(asked, ignoreCase: true) : show.Showing.Where;
            var sounds = show.Sounds.Select(s => (Sound: s, Clearance: Clearance.Of(show, s, destination))).ToList();
            return (
                new { sounds = sounds.Select(s => new { id = s.Sound.Id, name = s.Sound.Name, licence = s.Sound.Rights.Licence, answer = s.Clearance.Answer, why = s.Clearance.Why }) },
                string.Join('\n', sounds.Select(s => $"{s.Clearance.Answer.ToString().ToLowerInvariant(),-6} {s.Sound.Name}: {s.Clearance.Why}")));
        });
        return command;
    }
}
