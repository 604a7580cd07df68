using System.CommandLine;
using Phonaris.Media.Sounds;

namespace Phonaris.Tool.Verbs;

/// <summary><c>measure FILE</c>: the measurements of a sound file, at its own sample rate.</summary>
internal static class MeasureVerb
{
    public static Command Make()
    {
        var file = Arguments.File();
        var command = new Command("measure", "Measures a sound file.") { file };
        command.Does(async (parsed, cancel) =>
        {
            var path = Path.GetFullPath(parsed.GetValue(file)!);
            if (!File.Exists(path)) throw new RuleException($"{parsed.GetValue(file)} does not exist.");
            var measured = await SoundMeasure.OfAsync(path, cancel);
            return (
                measured,
                $"{measured.Frames} frames at {measured.SampleRate} Hz, {measured.Channels} channels, "
                    + (measured.IntegratedLufs is { } lufs ? $"{lufs:0.0} LUFS, " : "no loudness, ")
                    + (measured.RangeLu is { } range ? $"range {range:0.0} LU, " : "")
                    + (measured.TruePeakDbtp is { } peak ? $"true peak {peak:0.0} dBTP" : "silent"));
        });
        return command;
    }
}
