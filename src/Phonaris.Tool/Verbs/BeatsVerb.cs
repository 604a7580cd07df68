using System.CommandLine;

namespace Phonaris.Tool.Verbs;

/// <summary><c>beats FILE</c>: the tempo of a piece of music, how sure it is, and when its beats come.</summary>
internal static class BeatsVerb
{
    public static Command Make()
    {
        var file = Arguments.File();
        var command = new Command("beats", "Finds the beats of a piece of music.") { file };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var sound = await workshop.ReadSoundAsync(parsed.GetValue(file)!, null, cancel);
            var piece = await workshop.Sounds.Fits.PieceAsync(sound.Media, cancel);
            var beats = piece.Beats.Select(b => Math.Round(b / (double)Frames.PerSecond, 4)).ToList();
            return (
                new { tempoBpm = Math.Round(piece.TempoBpm, 2), confidence = Math.Round(piece.Confidence, 3), beatsPerBar = piece.BeatsPerBar, firstDownbeat = piece.FirstDownbeat, beats },
                piece.HasBeat
                    ? $"{piece.TempoBpm:0.0} beats a minute, {piece.BeatsPerBar} to the bar, {beats.Count} beats; sure to {piece.Confidence:0%}"
                    : $"There is hardly a beat (sure to {piece.Confidence:0%}); at best {piece.TempoBpm:0.0} a minute.");
        });
        return command;
    }
}
