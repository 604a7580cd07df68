using System.Text.Json.Serialization;

namespace Phonaris.Core.Shows;

/// <summary>One page of the deck, in running order.</summary>
/// <param name="Id">Its id, which never changes and is never reused.</param>
/// <param name="Title">Its heading; also the name of its chapter in a video.</param>
/// <param name="Text">The text on it, for search and for matching a changed deck.</param>
/// <param name="Notes">The presenter's notes.</param>
/// <param name="Picture">Where its picture comes from: the whole slide, with all steps taken.</param>
/// <param name="HoldMs">How long it stays in a self-running show, in milliseconds, its incoming transition included.</param>
/// <param name="Transition">Its incoming transition.</param>
/// <param name="Hidden">Whether it is left out of the running order.</param>
/// <param name="Steps">Its steps in order; the first is the slide itself, at its beginning.</param>
/// <param name="Deck">The content hash of the deck it came with, used to find it when that deck is refreshed; empty for a slide made in the app.</param>
public sealed record Slide(
    string Id, string Title, string Text, string Notes, PictureSource Picture, long HoldMs, Transition Transition, bool Hidden,
    ValueList<Step> Steps, string Deck = "") : IHasId
{
    /// <summary>The deck's texts, when they were changed here; null when they are the deck's.</summary>
    public DeckTexts? FromDeck { get; init; }

    /// <summary>The title and notes as in the deck.</summary>
    [JsonIgnore]
    public DeckTexts SaidByDeck => FromDeck ?? new(Title, Notes);

    /// <summary>The slide with other texts; the deck's texts are kept.</summary>
    /// <param name="title">Its title.</param>
    /// <param name="notes">Its notes.</param>
    internal Slide WithTexts(string title, string notes)
    {
        var said = Deck.Length == 0 || SaidByDeck == new DeckTexts(title, notes) ? null : SaidByDeck;
        return this with { Title = title, Notes = notes, FromDeck = said };
    }

    /// <summary>Whether its hold is locked when holds are recomputed.</summary>
    public bool HoldLocked { get; init; }

    /// <summary>The cue of a video or a voice that determines its hold; null when its hold is set directly. A cue that is no longer on the slide counts as none.</summary>
    public string? StaysFor { get; init; }

    /// <summary>How long it stays after that cue, in milliseconds.</summary>
    public long BreathMs { get; init; }

    /// <summary>The longest pause after the cue, in milliseconds.</summary>
    public const long LongestBreathMs = 60_000;

    /// <summary>The default hold, in milliseconds.</summary>
    public const long DefaultHoldMs = 8_000;

    /// <summary>The least hold, in milliseconds.</summary>
    public const long LeastHoldMs = 100;

    /// <summary>The greatest hold, in milliseconds: four hours.</summary>
    public const long GreatestHoldMs = 4 * 3_600_000;

    /// <summary>The longest notes and text of a slide, in characters.</summary>
    public const int LongestText = 20_000;

    /// <summary>The picture after a step.</summary>
    /// <param name="step">The step's number, from 1.</param>
    public PictureSource PictureAt(int step) => Steps.Take(step).LastOrDefault(s => s.Picture is not null)?.Picture ?? Picture;
}
