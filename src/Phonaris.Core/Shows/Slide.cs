using System.Text.Json.Serialization;

namespace Phonaris.Core.Shows;

/// <summary>One page of the deck, in running order.</summary>
/// <param name="Id">Its id, which never changes; never reused.</param>
/// <param name="Title">Its heading; a chapter of the film is named after it.</param>
/// <param name="Text">What is written on it, for search and for matching a changed deck.</param>
/// <param name="Notes">The presenter's notes.</param>
/// <param name="Picture">Where its picture comes from: the whole slide, with all steps taken.</param>
/// <param name="HoldMs">How long it stays in a self-running show, in milliseconds, its incoming transition included.</param>
/// <param name="Transition">How it comes in.</param>
/// <param name="Hidden">Whether it is left out of the running order.</param>
/// <param name="Steps">Its reveals in order; the first is the slide's own coming, at its beginning.</param>
/// <param name="Deck">The content hash of the deck it came with, by which it is found when that deck is refreshed; empty for one made here.</param>
public sealed record Slide(
    string Id, string Title, string Text, string Notes, PictureSource Picture, long HoldMs, Transition Transition, bool Hidden,
    ValueList<Step> Steps, string Deck = "") : IHasId
{
    /// <summary>What its deck said of it last, where something else was written here since; null where it stands as the deck has it.</summary>
    public DeckTexts? FromDeck { get; init; }

    /// <summary>Its title and notes as the deck said them last.</summary>
    [JsonIgnore]
    public DeckTexts SaidByDeck => FromDeck ?? new(Title, Notes);

    /// <summary>The slide with other texts, so that what the deck said last is not forgotten.</summary>
    /// <param name="title">Its title.</param>
    /// <param name="notes">Its notes.</param>
    internal Slide WithTexts(string title, string notes)
    {
        var said = Deck.Length == 0 || SaidByDeck == new DeckTexts(title, notes) ? null : SaidByDeck;
        return this with { Title = title, Notes = notes, FromDeck = said };
    }

    /// <summary>Whether its hold stays as it is when holds are worked out again.</summary>
    public bool HoldLocked { get; init; }

    /// <summary>The cue on it, of a video or a voice, that it stays as long as; null for as its hold is set. One that is no longer on it counts as none.</summary>
    public string? StaysFor { get; init; }

    /// <summary>How much longer it stays than that, in milliseconds.</summary>
    public long BreathMs { get; init; }

    /// <summary>The longest breath, in milliseconds.</summary>
    public const long LongestBreathMs = 60_000;

    /// <summary>The hold a slide gets when nothing else is known, in milliseconds.</summary>
    public const long DefaultHoldMs = 8_000;

    /// <summary>The least hold, in milliseconds.</summary>
    public const long LeastHoldMs = 100;

    /// <summary>The greatest hold, in milliseconds: four hours.</summary>
    public const long GreatestHoldMs = 4 * 3_600_000;

    /// <summary>The longest notes and text of a slide, in characters.</summary>
    public const int LongestText = 20_000;

    /// <summary>What the slide looks like once a step is taken.</summary>
    /// <param name="step">The step's number, from 1.</param>
    public PictureSource PictureAt(int step) => Steps.Take(step).LastOrDefault(s => s.Picture is not null)?.Picture ?? Picture;
}
