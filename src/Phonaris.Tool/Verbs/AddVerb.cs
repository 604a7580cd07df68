using System.CommandLine;
using Phonaris.Core.Shows;

namespace Phonaris.Tool.Verbs;

/// <summary><c>add SHOW --sound FILE [--kind K]</c>: adds a sound.</summary>
internal static class AddVerb
{
    public static Command Make()
    {
        var (path, kind) = (Arguments.Show(), Arguments.Kind());
        var file = new Option<string>("--sound") { Description = "The sound file.", Required = true };
        var command = new Command("add", "Adds a sound to a show.") { path, file, kind };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            using var held = await workshop.HoldAsync(parsed.GetValue(path)!, cancel);
            var show = await workshop.ReadAsync(parsed.GetValue(path)!, cancel);
            var read = await workshop.ReadSoundAsync(parsed.GetValue(file)!, Arguments.KindOf(parsed.GetValue(kind)), cancel);
            (show, var sound) = Workshop.AddOnce(show, read);
            await workshop.WriteAsync(show, parsed.GetValue(path)!, cancel);
            return (
                new { id = sound.Id, name = sound.Name, kind = sound.Kind, frames = sound.Frames, integratedLufs = sound.Figures.LoudnessLufs },
                $"{sound.Id}  {sound.Name}, {sound.Kind.ToString().ToLowerInvariant()}, {Wording.Time(sound.Frames)}, "
                    + (sound.Figures.LoudnessLufs is { } lufs ? $"{lufs:0.0} LUFS" : "no loudness"));
        });
        return command;
    }
}
