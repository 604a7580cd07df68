using System.Globalization;
using System.Text.RegularExpressions;
using Phonaris.Core.Matching;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Drafting;

/// <summary>The slide a sound is named for: by a number in the name of its file, by a slide's title, or by its place in an order of numbers.</summary>
/// <param name="SlideId">The slide; null where it is named for none that is shown.</param>
/// <param name="Step">The step of the slide, from 0; null where its name says none.</param>
/// <param name="Why">What in its name says so; why there is none.</param>
public sealed partial record NamedFor(string? SlideId, int? Step, string Why)
{
    /// <summary>Whether it is a number that names it.</summary>
    public bool ByNumber { get; init; }

    /// <summary>A name is a title where they are more alike than this.</summary>
    private const double LeastLikeness = 0.6;

    /// <summary>A word shorter than this says nothing by itself.</summary>
    private const int LeastWord = 4;

    /// <summary>What each of some sounds is named for, by their ids.</summary>
    /// <param name="show">The show.</param>
    /// <param name="sounds">Sounds of it.</param>
    public static IReadOnlyDictionary<string, NamedFor> Of(Show show, IReadOnlyCollection<Sound> sounds)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(sounds);
        var found = new Dictionary<string, NamedFor>();
        // Numbers mean slides where all of them can; else they are an order of their own.
        var numbered = sounds.Select(s => (Sound: s, Number: NumberIn(Bare(s)))).Where(s => s.Number is not null && SlideIn(Bare(s.Sound)) is null).ToList();
        var mean = numbered.All(s => s.Number <= show.Slides.Count);
        foreach (var sound in sounds)
        {
            var (bare, step) = (Bare(sound), StepIn(Bare(sound)));
            if (SlideIn(bare) is { } said) found[sound.Id] = OfNumber(show, said, step, $"its name says slide {said}");
            else if (TitleOf(show, sound, LeastLikeness) is { } titled) found[sound.Id] = new(titled.Id, step, $"its name matches “{titled.Title}”");
            else if (mean && NumberIn(bare) is { } number) found[sound.Id] = OfNumber(show, number, step, $"its name says {number}");
            else if (WordOf(show, sound) is { } slide) found[sound.Id] = new(slide.Id, step, $"only “{slide.Title}” mentions its name");
            else found[sound.Id] = new(null, null, "its name doesn’t mention a slide");
        }
        if (!mean) InOrder(show, [.. numbered.Where(s => found[s.Sound.Id].SlideId is null).Select(s => (s.Sound, s.Number!.Value))], found);
        return found;
    }

    private static NamedFor OfNumber(Show show, int number, int? step, string why)
    {
        if (number < 1 || number > show.Slides.Count) return new(null, null, $"{why}, which doesn’t exist");
        var slide = show.Slides[number - 1];
        return slide.Hidden ? new(null, null, $"{why}, which is hidden") : new(slide.Id, step, why) { ByNumber = true };
    }

    /// <summary>Sounds with numbers that are no slides' come in the order of these where there is one for each slide that is shown, or has notes, or waits for one.</summary>
    private static void InOrder(Show show, List<(Sound Sound, int Number)> numbered, Dictionary<string, NamedFor> found)
    {
        if (numbered.Count == 0) return;
        var taken = found.Values.Select(f => f.SlideId).ToHashSet();
        var shown = show.Slides.Where(s => !s.Hidden).ToList();
        List<(List<Slide> Slides, string Words)> ways =
        [
            (shown, "one for each slide"),
            (shown.FindAll(s => s.Notes.Length > 0), "one for each slide with notes"),
            (shown.FindAll(s => !taken.Contains(s.Id)), "one for each remaining slide"),
        ];
        var inOrder = numbered.OrderBy(s => s.Number).ToList();
        var distinct = inOrder.Select(s => s.Number).Distinct().Count() == inOrder.Count;
        if (!distinct || ways.Find(w => w.Slides.Count == inOrder.Count) is not { Slides: not null } way)
        {
            foreach (var (sound, number) in inOrder) found[sound.Id] = new(null, null, $"there is no slide {number}");
            return;
        }
        foreach (var ((sound, number), slide) in inOrder.Zip(way.Slides)) found[sound.Id] = new(slide.Id, null, $"{way.Words} in numerical order, and it is number {number}") { ByNumber = true };
    }

    /// <summary>The slide whose title a sound is named like, where one stands out.</summary>
    private static Slide? TitleOf(Show show, Sound sound, double least)
    {
        var alike = show.Slides.Where(s => !s.Hidden).Select(s => (Slide: s, Alike: Likeness.Of(sound.Name, s.Title))).Where(s => s.Alike >= least).OrderByDescending(s => s.Alike).Take(2).ToList();
        return alike.Count == 1 || (alike.Count == 2 && alike[0].Alike > alike[1].Alike) ? alike[0].Slide : null;
    }

    /// <summary>The one slide whose title has all that a sound is named for.</summary>
    private static Slide? WordOf(Show show, Sound sound)
    {
        var words = string.Join(' ', Words().Matches(sound.Name).Select(w => w.Value).Where(w => w.Length >= LeastWord && !Empty().IsMatch(w)));
        if (words.Length == 0) return null;
        var within = show.Slides.Where(s => !s.Hidden && Likeness.Within(words, s.Title) == 1).Take(2).ToList();
        return within.Count == 1 ? within[0] : null;
    }

    private static string Bare(Sound sound) => Separators().Replace(Path.GetFileNameWithoutExtension(sound.FileName.Length > 0 ? sound.FileName : sound.Name), " ");

    private static int? SlideIn(string bare) => Number(SlidePattern().Match(bare));

    private static int? StepIn(string bare) => Number(StepPattern().Match(bare)) is { } step and > 0 ? step - 1 : null;

    /// <summary>The number a name begins with, or else ends with, or else the only one in it; takes, versions, tempos, lengths and dates are none.</summary>
    private static int? NumberIn(string bare)
    {
        var rest = OtherNumbers().Replace(bare, "").Trim();
        var numbers = NumberPattern().Matches(rest).ToList();
        var said = numbers.Find(n => n.Index == 0) ?? numbers.Find(n => n.Index + n.Length == rest.Length) ?? (numbers.Count == 1 ? numbers[0] : null);
        return said is null ? null : Number(said);
    }

    private static int? Number(Match match) =>
        match.Success && int.TryParse(match.Groups["n"].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;

    [GeneratedRegex(@"[\s_.,+()\[\]-]+")]
    private static partial Regex Separators();

    [GeneratedRegex(@"\b(?:slide|page)\s*#?0*(?<n>\d{1,4})\b|^s0*(?<n>\d{1,4})\b", RegexOptions.IgnoreCase)]
    private static partial Regex SlidePattern();

    [GeneratedRegex(@"\bstep\s*0*(?<n>\d{1,2})\b", RegexOptions.IgnoreCase)]
    private static partial Regex StepPattern();

    [GeneratedRegex(@"(?<!\d)0*(?<n>\d{1,4})(?!\d)")]
    private static partial Regex NumberPattern();

    [GeneratedRegex(@"\b(?:v|version|take|step|part|vol)\s*\d+\b|\b\d+\s*(?:bpm|s|sec|seconds|min|hz|khz|kbps|db|st|nd|rd|th)\b|\b(?:19|20)\d\d(?: ?\d\d)*\b|\d{5,}", RegexOptions.IgnoreCase)]
    private static partial Regex OtherNumbers();

    [GeneratedRegex(@"[\p{L}\p{N}]+")]
    private static partial Regex Words();

    [GeneratedRegex("^(voice|over|slide|take|audio|sound|final|version|narration|recording|spoken|effect|copy)$", RegexOptions.IgnoreCase)]
    private static partial Regex Empty();
}
