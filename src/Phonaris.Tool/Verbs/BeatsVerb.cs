using System.CommandLine;

namespace Phonaris.Tool.Verbs;

/// <summary><c>beats FILE</c>: the tempo of a piece of music, its confidence, and the times of its beats.</summary>
internal static class BeatsVerb
{
    public static Command Make()
    {
        var file = Arguments.File();
        var command = new Command("beats", "Detects the beats of a piece of music.") { file };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var sound = await workshop.ReadSoundAsync(parsed.GetValue(file)!, null, cancel);
            var piece = await workshop.Sounds.Fits.PieceAsync(sound.Media, cancel);
            var beats = piece.Beats.Select(b => Math.Round(b / (double)Frames.PerSecond, 4)).ToList();
            return (
                new { tempoBpm = Math.Round(piece.TempoBpm, 2), confidence = Math.Round(piece.Confidence, 3), beatsPerBar = piece.BeatsPerBar, firstDownbeat = piece.FirstDownbeat, beats },
                piece.HasBeat
                    ? $"{piece.TempoBpm:0.0} BPM, {piece.BeatsPerBar} beats per bar, {beats.Count} beats, confidence {piece.Confidence:0%}"
                    : $"No steady beat found (confidence {piece.Confidence:0%}), perhaps {piece.TempoBpm:0.0} BPM.");
        });
        return command;
    }
}
