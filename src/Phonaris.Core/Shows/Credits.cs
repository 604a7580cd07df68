using System.Text;

namespace Phonaris.Core.Shows;

/// <summary>Credits, computed from the usage rights of the sounds.</summary>
public static class Credits
{
    /// <summary>The credit line of a sound: the line its owner asks for, or one put together from what is known.</summary>
    public static string Line(Sound sound)
    {
        ArgumentNullException.ThrowIfNull(sound);
        var rights = sound.Rights;
        if (rights.Credit.Length > 0) return rights.Credit;
        var line = new StringBuilder($"“{(rights.Title.Length > 0 ? rights.Title : sound.Name)}”");
        if (rights.Author.Length > 0) line.Append($" by {rights.Author}");
        if (rights.Source.Length > 0) line.Append($", {rights.Source}");
        if (rights.Licence.Length > 0) line.Append($" ({rights.Licence})");
        return line.ToString();
    }

    /// <summary>The credit lines of all sounds that cues on the slides use, each once, in the order they are first heard.</summary>
    public static IReadOnlyList<string> Of(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        return [.. show.Cues
            .Where(c => c.Span is not null)
            .OrderBy(c => show.SlideIndex(c.Span!.First))
            .Select(c => show.Sound(c.SoundId))
            .DistinctBy(s => s.Id)
            .Select(Line)
            .Distinct()];
    }
}
