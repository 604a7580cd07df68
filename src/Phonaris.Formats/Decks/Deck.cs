using Phonaris.Core;
using Phonaris.Core.Shows;

namespace Phonaris.Formats.Decks;

/// <summary>What a reader finds in the file of a deck.</summary>
/// <param name="Slides">The slides in running order.</param>
/// <param name="Sounds">Sounds already in the deck.</param>
/// <param name="NotUnderstood">What was met and could not be read, a sentence each.</param>
public sealed record Deck(ValueList<DeckSlide> Slides, ValueList<DeckSound> Sounds, ValueList<string> NotUnderstood)
{
    /// <summary>The slides of the deck as slides of a show.</summary>
    /// <param name="newId">Gives a new id at each call.</param>
    /// <param name="holdMs">The hold of slides that say nothing of one, in milliseconds.</param>
    public ValueList<Slide> ToSlides(Func<string> newId, long holdMs)
    {
        ArgumentNullException.ThrowIfNull(newId);
        return [.. Slides.Select(s => new Slide(
            newId(), s.Title, s.Text, s.Notes, s.Picture, s.HoldMs ?? holdMs, Transition.Cut, s.Hidden))];
    }
}

/// <summary>One slide of a deck.</summary>
/// <param name="Number">Its number, from 1.</param>
/// <param name="Title">Its heading.</param>
/// <param name="Text">What is written on it.</param>
/// <param name="Notes">The presenter's notes.</param>
/// <param name="HoldMs">Its hold in milliseconds, or null when the deck does not say.</param>
/// <param name="Hidden">Whether it is hidden.</param>
/// <param name="Steps">Its reveals; at least the one that shows it.</param>
/// <param name="Section">The section it is in, or null.</param>
/// <param name="Picture">Where its picture comes from.</param>
public sealed record DeckSlide(
    int Number, string Title, string Text, string Notes, long? HoldMs, bool Hidden, ValueList<DeckStep> Steps, string? Section,
    PictureSource Picture);

/// <summary>One reveal of a slide.</summary>
/// <param name="Number">Its number, from 1.</param>
/// <param name="Label">What appears, in words.</param>
/// <param name="OffsetMs">When, in milliseconds from the slide's beginning; null when at a click.</param>
public sealed record DeckStep(int Number, string Label, long? OffsetMs)
{
    /// <summary>The one step of a slide that is there all at once.</summary>
    public static ValueList<DeckStep> Whole { get; } = [new(1, "", 0)];
}

/// <summary>A sound already in a deck, and where it plays.</summary>
public sealed record DeckSound(string Name, int FirstSlide, int LastSlide, bool Loop, double LevelDb, string Start);
