using System.CommandLine;
using Phonaris.Core.Shows;
using Phonaris.Media.Sounds;

namespace Phonaris.Tool.Verbs;

/// <summary><c>fit FILE --length SECONDS --method M --out FILE</c>: fits a piece of music to a length.</summary>
internal static class FitVerb
{
    /// <summary>The methods by name, re-cut also as one word. Re-pacing changes slides, not music, and needs a show.</summary>
    public static string[] Methods { get; } = [.. Enum.GetNames<FitMethod>().Select(m => m.ToLowerInvariant()), "re-cut"];

    public static FitMethod Method(string name) => Enum.Parse<FitMethod>(name.Replace("-", "", StringComparison.Ordinal), ignoreCase: true);

    public static Command Make()
    {
        var file = Arguments.File();
        var length = Arguments.Seconds("--length", "The target length");
        length.Required = true;
        var method = new Option<string>("--method") { Description = $"The fit method: {string.Join(", ", Methods)}.", Required = true };
        method.AcceptOnlyFromAmong(Methods);
        var to = new Option<string>("--out") { Description = "The file to write: wav or flac.", Required = true };
        var command = new Command("fit", "Fits a piece of music to an exact length.") { file, length, method, to };
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            var sound = await workshop.ReadSoundAsync(parsed.GetValue(file)!, SoundKind.Bed, cancel);
            var ms = Arguments.Ms(parsed.GetValue(length)!.Value, "--length");
            if (ms <= 0) throw new RuleException("The target length must be more than 0 s.", "length");
            var format = Path.GetExtension(parsed.GetValue(to)!).ToLowerInvariant() switch
            {
                ".wav" => SoundFileFormat.Wav,
                ".flac" => SoundFileFormat.Flac,
                _ => throw new RuleException($"{parsed.GetValue(to)} has no known extension. Use wav or flac.", "out"),
            };
            await workshop.Sounds.Fits.PieceAsync(sound.Media, cancel);
            var frames = Frames.FromMs(ms);
            var fitted = workshop.Sounds.Fits.Fitter(sound.Media, 0, sound.Figures.Frames).Fit(new(Method(parsed.GetValue(method)!)), frames);
            await SoundEncoder.WriteAsync(workshop.Sounds.Open(fitted, sound.Media, 0), format, parsed.GetValue(to)!, cancel);
            return (
                new { frames, joins = fitted.EditPoints, stretch = Math.Round(1 / fitted.Speed, 6), endsNaturally = fitted.EndsNaturally, says = fitted.Says },
                $"{parsed.GetValue(to)}, {Wording.Time(frames)}. {fitted.Says}");
        });
        return command;
    }
}
