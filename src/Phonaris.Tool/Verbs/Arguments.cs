using System.CommandLine;

namespace Phonaris.Tool.Verbs;

/// <summary>Arguments and options that several verbs share.</summary>
internal static class Arguments
{
    public static Argument<string> Show() => new("show") { Description = "The show package (SHOW.phonaris)." };

    public static Argument<string> File() => new("file") { Description = "The file." };

    public static Option<string> Kind(string name = "--kind")
    {
        var option = new Option<string>(name) { Description = "The kind of the sound: bed, voice or spot. Detected if omitted." };
        option.AcceptOnlyFromAmong("bed", "voice", "spot");
        return option;
    }

    public static Option<double?> Seconds(string name, string what) => new(name) { Description = $"{what}, in seconds." };

    public static Core.Shows.SoundKind? KindOf(string? value) =>
        value is null ? null : Enum.Parse<Core.Shows.SoundKind>(value, ignoreCase: true);

    /// <summary>The slide with a number, counted as in the deck.</summary>
    /// <exception cref="RuleException">There is none.</exception>
    public static Core.Shows.Slide SlideOf(Core.Shows.Show show, int number) => show.Slides.ElementAtOrDefault(number - 1)
        ?? throw new RuleException($"Slide {number} does not exist. The show has slides 1 to {show.Slides.Count}.", "slide");

    /// <summary>Parses seconds to whole milliseconds.</summary>
    /// <exception cref="RuleException">It is not a duration.</exception>
    public static long Ms(double seconds, string what) => double.IsFinite(seconds) && Math.Abs(seconds) < 1_000_000
        ? (long)Math.Round(seconds * 1000)
        : throw new RuleException($"{what} must be a number of seconds.");
}
