using System.Globalization;
using System.Text.RegularExpressions;
using Phonaris.Core.Matching;
using Phonaris.Core.Shows;

namespace Phonaris.Core.Drafting;

/// <summary>The slide a sound is named for: by a number in its file name, by a slide's title, or by its rank among numbered files.</summary>
/// <param name="SlideId">The slide; null when its name points to none that is shown.</param>
/// <param name="Step">The step of the slide, from 0; null when its name gives none.</param>
/// <param name="Why">What in its name says so, or why there is no slide.</param>
public sealed partial record NamedFor(string? SlideId, int? Step, string Why)
{
    /// <summary>Whether a number identifies the slide.</summary>
    public bool ByNumber { get; init; }

    /// <summary>The least likeness of a name to a title.</summary>
    private const double LeastLikeness = 0.6;

    /// <summary>A shorter word is not significant.</summary>
    private const int LeastWord = 4;

    /// <summary>The slides that sounds are named for, by sound id.</summary>
    /// <param name="show">The show.</param>
    /// <param name="sounds">Sounds of it.</param>
    public static IReadOnlyDictionary<string, NamedFor> Of(Show show, IReadOnlyCollection<Sound> sounds)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(sounds);
        var found = new Dictionary<string, NamedFor>();
        // Numbers are slide numbers if all of them can be; otherwise only their order counts.
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

    /// <summary>Sounds whose numbers are not slide numbers are assigned in order, if their count matches the shown slides, those with notes, or those without a sound.</summary>
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

    /// <summary>The slide whose title is clearly most like the sound's name.</summary>
    private static Slide? TitleOf(Show show, Sound sound, double least)
    {
        var alike = show.Slides.Where(s => !s.Hidden).Select(s => (Slide: s, Alike: Likeness.Of(sound.Name, s.Title))).Where(s => s.Alike >= least).OrderByDescending(s => s.Alike).Take(2).ToList();
        return alike.Count == 1 || (alike.Count == 2 && alike[0].Alike > alike[1].Alike) ? alike[0].Slide : null;
    }

    /// <summary>The one slide whose title contains the whole name of a sound.</summary>
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

    /// <summary>The number at the beginning of a name, or at its end, or its only one; takes, versions, tempos, lengths and dates do not count.</summary>
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
