using System.Text.RegularExpressions;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Shows;

/// <summary>The rules that every show satisfies. Everything from outside is checked against them: edits, packages and restored versions.</summary>
public static partial class ShowRules
{
    /// <summary>The greatest width and height of a slide's picture, in its own units.</summary>
    private const int GreatestSide = 100_000;

    /// <summary>The longest name of a file, in characters.</summary>
    private const int LongestFileName = 1_000;

    /// <summary>Returns the show if it satisfies the rules.</summary>
    /// <exception cref="RuleException">It does not; the message says why.</exception>
    public static Show Validated(this Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        RenameShow.Validate(show.Title);
        SetTarget.Validate(show.TargetMs);
        SetLevelTargets.Validate(show.LevelTargets);
        SetShowGain.Validate(show.GainDb);
        SetDuck.Validate(show.Duck);
        SetShowing.Validate(show.Showing);
        IgnoreFinding.Validate(show.IgnoredFindings);
        Ids("slides", show.Slides.Select(s => s.Id));
        if (show.Slides.Count > AddSlides.MostSlides) throw new RuleException($"A show can have at most {AddSlides.MostSlides:N0} slides.", "slides");
        foreach (var slide in show.Slides) Validate(slide);
        Ids("section", show.Sections.Select(s => s.Id));
        SetSections.Validate(show, show.Sections);
        if (!show.Sections.SequenceEqual(SetSections.InOrder(show, show.Sections))) throw new RuleException("The sections are not in the order of the slides.", "section");
        Ids("sound", show.Sounds.Select(s => s.Id));
        foreach (var sound in show.Sounds) Validate(sound);
        if (show.Cues.Count > PlaceCue.MostCues) throw new RuleException($"A show can have at most {PlaceCue.MostCues:N0} cues.", "cue");
        Ids("cue", show.Cues.Select(c => c.Id));
        SetStart.ValidateAll(show);
        foreach (var cue in show.Cues)
        {
            PlaceCue.ValidateAlone(show, cue);
            if (cue.Hotspot?.Picture is { } picture) Validate(picture, "hotspot");
        }
        return show;
    }

    private static void Validate(Slide slide)
    {
        AddSlides.Validate(slide);
        RenameShow.Validate(slide.Title);
        SetTransitions.Validate(slide.Transition);
        SetHolds.ValidateBreath(slide.BreathMs);
        Ids("steps", slide.Steps.Select(s => s.Id));
        foreach (var picture in slide.Steps.Select(s => s.Picture).OfType<PictureSource>().Prepend(slide.Picture)) Validate(picture, "slides");
        if (slide.Deck.Length > 0) Hash(slide.Deck, "slides");
    }

    private static void Validate(PictureSource picture, string field)
    {
        if (picture.Card is null) Hash(picture.Media, field);
        else Cards.Validate(picture);
        if (picture.Page < 1 || picture.Step < 0 || picture.Width is < 1 or > GreatestSide || picture.Height is < 1 or > GreatestSide)
            throw new RuleException("A slide's picture must be a page of a file with a width and a height.", field);
    }

    private static void Validate(Sound sound)
    {
        Hash(sound.Media, "sound");
        RenameSound.Validate(sound.Name);
        if (sound.FileName.Length > LongestFileName) throw new RuleException($"A file name can have at most {LongestFileName} characters.", "sound");
        SetRights.Validate(sound.Rights);
        SetMarkers.Validate(sound, sound.Markers);
        SetSoundKind.Validate(sound);
        if (sound.Frames <= 0) throw new RuleException($"“{sound.Name}” has no audio.", "sound");
    }

    private static void Ids(string field, IEnumerable<string> ids)
    {
        var known = new HashSet<string>();
        foreach (var id in ids)
        {
            if (!IdPattern().IsMatch(id)) throw new RuleException("An id can have up to 200 letters, digits and -, _, . or @.", field);
            if (!known.Add(id)) throw new RuleException($"Two parts of the show have the id “{id}”.", field);
        }
    }

    private static void Hash(string hash, string field)
    {
        if (!HashPattern().IsMatch(hash)) throw new RuleException("A file of the show must be named by the SHA-256 of its content, in 64 hexadecimal digits.", field);
    }

    [GeneratedRegex(@"\A[0-9a-f]{64}\z")]
    private static partial Regex HashPattern();

    [GeneratedRegex(@"\A[A-Za-z0-9_.@-]{1,200}\z")]
    private static partial Regex IdPattern();
}
