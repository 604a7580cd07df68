namespace Phonaris.Media;

/// <summary>Something this machine lacks.</summary>
/// <param name="What">What is missing, as a clause: <c>ffmpeg is not installed</c>.</param>
/// <param name="Cost">What does not work without it, as a clause.</param>
/// <param name="Mend">The command that installs it on Debian.</param>
public sealed record MissingPart(string What, string Cost, string Mend)
{
    /// <summary>It as a sentence.</summary>
    public string Sentence => $"{What}, so {Cost}.";

    internal static MissingPart Of(string what, string cost, string package) => new(what, cost, $"sudo apt install {package}");
}
