using System.Text.Json.Serialization;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Formats.Decks;

/// <summary>The contents of a deck file.</summary>
/// <param name="Slides">The slides in order.</param>
/// <param name="Sounds">Sounds already in the deck.</param>
public sealed record Deck(ValueList<DeckSlide> Slides, ValueList<DeckSound> Sounds)
{
    /// <summary>What could not be imported, one sentence each.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> NotUnderstood => ReportOf(s => s.NotUnderstood);

    /// <summary>What the pictures of its slides lack, one sentence each.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> NotDrawn => ReportOf(s => s.NotDrawn);

    /// <summary>The font families of its text, if Phonaris draws the slides.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> Fonts => [.. Slides.SelectMany(s => s.Fonts).Distinct()];

    /// <summary>The deck with only some of its slides, and the sounds that start on them.</summary>
    /// <param name="numbers">Their numbers, from 1; null for all.</param>
    /// <exception cref="RuleException">There are no such slides.</exception>
    public Deck Only(IReadOnlyCollection<int>? numbers)
    {
        if (numbers is null) return this;
        var kept = Slides.Where(s => numbers.Contains(s.Number)).ToList();
        if (kept.Count == 0) throw new RuleException("Choose at least one slide of the deck.", "numbers");
        var places = kept.Select((s, i) => (s.Number, Place: i + 1)).ToDictionary(p => p.Number, p => p.Place);
        return this with
        {
            Slides = [.. kept],
            Sounds = [.. Sounds.Where(s => places.ContainsKey(s.FirstSlide)).Select(s => s with
            {
                FirstSlide = places[s.FirstSlide],
                LastSlide = places.Where(p => p.Key >= s.FirstSlide && p.Key <= s.LastSlide).Max(p => p.Value),
            })],
        };
    }

    /// <summary>The slides of the deck as slides of a show.</summary>
    /// <param name="newId">Gives a new id at each call.</param>
    /// <param name="holdMs">The hold of slides without one in the deck, in milliseconds.</param>
    public ValueList<Slide> ToSlides(Func<string> newId, long holdMs)
    {
        ArgumentNullException.ThrowIfNull(newId);
        // Pictures imported together form one deck, named after the first.
        return [.. Slides.Select(s => s.ToSlide(newId(), holdMs) with { Deck = Slides[0].Picture.Media })];
    }

    /// <summary>The edit that adds the deck's slides and sections to a show.</summary>
    /// <param name="show">The show.</param>
    /// <param name="slides">The slides, from <see cref="ToSlides"/>.</param>
    /// <param name="index">The position of the first; beyond the end means at the end.</param>
    /// <param name="newId">Gives a new id at each call.</param>
    public Edit ToEdit(Show show, ValueList<Slide> slides, int index, Func<string> newId)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(newId);
        var add = new AddSlides(slides, index);
        var begun = Slides
            .Select((s, i) => (s.Section, i))
            .Where(x => x.Section is not null && (x.i == 0 || Slides[x.i - 1].Section != x.Section))
            .Select(x => new Section(newId(), x.Section!, slides[x.i].Id, WaitingLoop: false))
            .ToList();
        return begun.Count == 0 ? add : new Several([add, new SetSections([.. show.Sections, .. begun])], add.Sentence(show));
    }

    private IReadOnlyList<string> ReportOf(Func<DeckSlide, ValueList<string>> what) => [.. SameOnSlides.Of(Slides.SelectMany(s => what(s).Select(w => (s.Number, $"{w}."))))];
}

/// <summary>A slide of a deck.</summary>
/// <param name="Number">Its number, from 1.</param>
/// <param name="Title">Its title.</param>
/// <param name="Text">Its text.</param>
/// <param name="Notes">The presenter's notes.</param>
/// <param name="HoldMs">Its hold in milliseconds; null if the deck has none.</param>
/// <param name="Hidden">Whether it is hidden.</param>
/// <param name="Steps">Its steps; the first is the slide itself.</param>
/// <param name="Section">Its section; null for none.</param>
/// <param name="Picture">The source of its picture.</param>
/// <param name="TransitionMs">The length of its transition in milliseconds; 0 for a cut.</param>
public sealed record DeckSlide(
    int Number, string Title, string Text, string Notes, long? HoldMs, bool Hidden, ValueList<DeckStep> Steps, string? Section,
    PictureSource Picture, long TransitionMs = 0)
{
    /// <summary>What could not be imported, a few words each.</summary>
    public ValueList<string> NotUnderstood { get; init; } = [];

    /// <summary>What its picture lacks, a few words each.</summary>
    public ValueList<string> NotDrawn { get; init; } = [];

    /// <summary>The font families of its text, if Phonaris draws it.</summary>
    public ValueList<string> Fonts { get; init; } = [];

    /// <summary>The slide as a slide of a show.</summary>
    /// <param name="id">Its id there.</param>
    /// <param name="holdMs">Its hold if the deck has none, in milliseconds.</param>
    public Slide ToSlide(string id, long holdMs) => new(
        id, Names.Short(Title, RenameShow.LongestTitle), Names.Short(Text, Slide.LongestText), Names.Short(Notes, Slide.LongestText), Picture,
        Math.Clamp(HoldMs ?? holdMs, Slide.LeastHoldMs, Slide.GreatestHoldMs),
        TransitionMs > 0 ? Transition.Dissolve(Math.Min(TransitionMs, Transition.GreatestMs)) : Transition.Cut, Hidden,
        [.. Steps.Take(Step.Most).Select((s, k) => new Step($"{id}-{k + 1}", Names.Short(s.Label, RenameShow.LongestTitle), k == 0 ? 0 : s.OffsetMs, StepPicture(k)))]);

    /// <summary>The slide's picture from a step on.</summary>
    private PictureSource? StepPicture(int k) => Steps.Count > 1 && Steps[k].Reveals ? Picture with { Step = k + 1 } : null;
}

/// <summary>A step of a slide.</summary>
/// <param name="Number">Its number, from 1.</param>
/// <param name="Label">The text that appears.</param>
/// <param name="OffsetMs">Its time in milliseconds from the slide's beginning; null for a click.</param>
public sealed record DeckStep(int Number, string Label, long? OffsetMs)
{
    /// <summary>Whether the slide's drawing can show this step.</summary>
    public bool Reveals { get; init; }

    /// <summary>The only step of a slide without reveals.</summary>
    public static ValueList<DeckStep> Whole { get; } = [new(1, "", 0)];
}

/// <summary>A sound or video in a deck, and where it plays.</summary>
/// <param name="Name">The name of its file.</param>
/// <param name="FirstSlide">The number of the slide on which it starts, from 1.</param>
/// <param name="LastSlide">The number of the last slide on which it plays.</param>
/// <param name="Loop">Whether it loops.</param>
/// <param name="LevelDb">Its level, in dB relative to the file.</param>
/// <param name="Start">What starts it: <c>with</c> the slide, a <c>step</c>, or by <c>hand</c> (manually).</param>
/// <param name="Step">The number of the step with which it starts, from 1; null for the other kinds of start.</param>
public sealed record DeckSound(string Name, int FirstSlide, int LastSlide, bool Loop, double LevelDb, string Start, int? Step = null)
{
    /// <summary>The extensions of sound files.</summary>
    internal static IReadOnlyList<string> Endings { get; } = [".wav", ".mp3", ".ogg", ".oga", ".opus", ".flac", ".m4a", ".aac", ".aiff", ".aif", ".wma"];

    /// <summary>How it is shown, if it is a video; null for a sound.</summary>
    public DeckVideo? Video { get; init; }

    /// <summary>Its kind, if the deck says; null to detect it.</summary>
    [JsonIgnore]
    public SoundKind? Kind => Video is not null ? SoundKind.Video : Loop || LastSlide > FirstSlide ? SoundKind.Bed : null;

    /// <summary>
    /// The edit that adds the sound to a show and places it on those of its slides that still exist. If none does, it is added without
    /// a cue. For example, for a sound on slides 2 to 4 whose slide 2 was removed in the meantime, the cue covers slides 3 and 4.
    /// </summary>
    /// <param name="show">The show.</param>
    /// <param name="sound">The imported sound; if the show already has the same file, that sound is used.</param>
    /// <param name="slides">The slides that were made from the deck.</param>
    /// <param name="cueId">The cue's id.</param>
    /// <param name="deck">The name of the deck.</param>
    public Edit ToEdit(Show show, Sound sound, ValueList<Slide> slides, string cueId, string deck)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(slides);
        List<Edit> edits = [];
        if (show.Sounds.FirstOrDefault(s => s.IsOfSameFile(sound) && !s.Removed) is { } there) sound = there;
        else
        {
            edits.Add(new AddSound(sound, int.MaxValue));
            show = show.Apply(edits[0]).Show;
        }
        var left = slides.Skip(FirstSlide - 1).Take(LastSlide - FirstSlide + 1).Where(s => show.SlideIndex(s.Id) >= 0).ToList();
        if (left.Count == 0) return new Several([.. edits], $"Imported {sound.Name} from {deck}");
        var (first, last) = (left[0], left[^1]);
        var begins = first == slides[FirstSlide - 1];
        var cue = CueDefaults.For(show, sound, first.Id, cueId) with
        {
            Span = new(first.Id, last.Id),
            Rounds = Loop ? Cue.FillSpan : 1,
            LevelDb = Math.Clamp(LevelDb, Cue.LeastLevelDb, Cue.GreatestLevelDb),
            Start = Start switch
            {
                "hand" => CueStart.ByHand,
                "step" when begins && Step is { } step && step <= first.Steps.Count => CueStart.WithStep(first.Steps[step - 1].Id),
                _ => CueStart.WithSlide,
            },
            DelayMs = begins ? Math.Min(DelayMs, Slide.GreatestHoldMs) : 0,
        };
        edits.Add(new PlaceCue(Video is null ? cue : Video.Shape(cue, sound), int.MaxValue));
        return new Several([.. edits], $"Imported {sound.Name} from {deck}");
    }

    /// <summary>The delay after that, in milliseconds.</summary>
    public long DelayMs { get; init; }

    /// <summary>The part of the deck file that contains it.</summary>
    public string Part { get; init; } = "";

    /// <summary>The content hash of the deck's file.</summary>
    public string Deck { get; init; } = "";
}
