namespace Phonaris.Core.Shows;

/// <summary>A deck with its sounds and all settings. Immutable: an edit produces another show.</summary>
/// <param name="Title">The title of the show.</param>
/// <param name="Slides">The slides in running order, hidden ones included.</param>
/// <param name="Sections">The sections in running order; none covers the slides before the first.</param>
/// <param name="Sounds">The imported sounds, in the order of import.</param>
/// <param name="Cues">The cues, parked ones included.</param>
public sealed record Show(string Title, ValueList<Slide> Slides, ValueList<Section> Sections, ValueList<Sound> Sounds, ValueList<Cue> Cues)
{
    /// <summary>The target running time in milliseconds; null for none.</summary>
    public long? TargetMs { get; init; }

    /// <summary>The level targets.</summary>
    public LevelTargets LevelTargets { get; init; } = LevelTargets.Web;

    /// <summary>The gain of the whole mix, in dB, added to the levels of the cues.</summary>
    public double GainDb { get; init; }

    /// <summary>The least of <see cref="GainDb"/>.</summary>
    public const double LeastGainDb = -24;

    /// <summary>The greatest of <see cref="GainDb"/>.</summary>
    public const double GreatestGainDb = 12;

    /// <summary>The ducking under voices that have no settings of their own.</summary>
    public Duck Duck { get; init; } = Duck.Usual;

    /// <summary>How it is presented.</summary>
    public Showing Showing { get; init; } = Showing.Usual;

    /// <summary>The ids of ignored findings, sorted.</summary>
    public ValueList<string> IgnoredFindings { get; init; } = [];

    /// <summary>An empty show.</summary>
    public static Show Empty(string title) => new(title, [], [], [], []);

    /// <summary>The position of a slide among all slides, or -1 when it is not in the show.</summary>
    public int SlideIndex(string slideId) => Slides.IndexOf(slideId);

    /// <summary>The slide with this id.</summary>
    /// <exception cref="RuleException">It is not in the show.</exception>
    public Slide Slide(string slideId) => Slides[PlaceOfSlide(slideId)];

    /// <summary>The sound with this id.</summary>
    /// <exception cref="RuleException">It is not in the show.</exception>
    public Sound Sound(string soundId) => Sounds[PlaceOfSound(soundId)];

    /// <summary>The sound of the same file as another, or null when the show has none or has removed it.</summary>
    public Sound? FindSameFile(Sound sound) => Sounds.FirstOrDefault(s => s.IsOfSameFile(sound) && !s.Removed);

    /// <summary>The cue with this id.</summary>
    /// <exception cref="RuleException">It is not in the show.</exception>
    public Cue Cue(string cueId) => Cues[PlaceOfCue(cueId)];

    /// <summary>The cue with this id, or null when it is not in the show.</summary>
    public Cue? FindCue(string cueId) => Cues.IndexOf(cueId) is >= 0 and var at ? Cues[at] : null;

    /// <summary>The show with one cue replaced by the one that has the same id.</summary>
    /// <exception cref="RuleException">It is not in the show.</exception>
    internal Show With(Cue cue) => this with { Cues = Cues.SetItem(PlaceOfCue(cue.Id), cue) };

    /// <summary>The show with one sound replaced by the one that has the same id.</summary>
    /// <exception cref="RuleException">It is not in the show.</exception>
    internal Show With(Sound sound) => this with { Sounds = Sounds.SetItem(PlaceOfSound(sound.Id), sound) };

    /// <summary>The show with one slide replaced by the one that has the same id.</summary>
    /// <exception cref="RuleException">It is not in the show.</exception>
    internal Show With(Slide slide) => this with { Slides = Slides.SetItem(PlaceOfSlide(slide.Id), slide) };

    private int PlaceOfSlide(string id) => Slides.IndexOf(id) is >= 0 and var at ? at : throw new RuleException("That slide is no longer in the show.", "slide");

    private int PlaceOfSound(string id) => Sounds.IndexOf(id) is >= 0 and var at ? at : throw new RuleException("That sound is no longer in the show.", "sound");

    private int PlaceOfCue(string id) => Cues.IndexOf(id) is >= 0 and var at ? at : throw new RuleException("That cue is no longer in the show.", "cue");
}
