using Phonaris.Core.Clearing;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Checking;

/// <summary>Credit lines that are required and missing.</summary>
public sealed class MissingCredits : ICheck
{
    /// <inheritdoc/>
    public string Name => "missing-credit";

    /// <inheritdoc/>
    public string LooksFor => "A sound that requires credit where none is shown.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var (goes, shown) = (show.Show.Showing.Where, show.Show.Slides.Where(s => !s.Hidden).ToList());
        if (shown.Count == 0 || shown.Exists(s => s.Picture.Card?.Kind == CardKind.Credits)) yield break;
        var asking = show.AudibleSounds
            .Where(s => s.Rights.Credit.Length > 0 || Clearance.Of(show.Show, s, goes).Answer is UsageRight.Credit or UsageRight.Alike)
            .Where(s => !shown.Exists(slide => slide.Text.Contains(Credits.Line(s), StringComparison.Ordinal) || (HasReaders(goes) && slide.Notes.Contains(Credits.Line(s), StringComparison.Ordinal))))
            .ToList();
        if (asking.Count == 0) yield break;
        yield return new(
            Name, goes is Destination.Web or Destination.Sold ? Severity.Blocker : Severity.Audible, [], null,
            asking.Count == 1 ? $"{asking[0].Name} requires credit, but none is shown." : $"{asking[0].Name} and {asking.Count - 1} more require credit, but none is shown.",
            [new Fix("Add a credits card at the end", new AddCard($"{show.Show.Slides[^1].Id}-credits", CardKind.Credits, int.MaxValue))])
        {
            // Keyed by sounds, hashed where it would be long: a show may have any number of sounds.
            About = ShortKey.Of(string.Join('+', asking.Select(s => s.Id))),
        };
    }

    /// <summary>Whether notes are handed out with the show; in a room only the presenter sees them.</summary>
    private static bool HasReaders(Destination goes) => goes is Destination.Web or Destination.Sold;
}
