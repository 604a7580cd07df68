using System.Globalization;
using System.Text.RegularExpressions;

namespace Phonaris.Core.Shows;

/// <summary>Reads typed spans, and adjusts spans when the deck changes.</summary>
public static partial class Spans
{
    /// <summary>
    /// Reads a typed span: <c>3</c>, <c>1–4</c> (any dash), <c>5–</c>, <c>–4</c>, <c>last 3</c>, <c>last</c>, <c>all</c>, or a section's
    /// name. Numbers are the deck's, from 1. Hidden slides have numbers but cannot be covered.
    /// </summary>
    /// <exception cref="RuleException">It cannot be read, or names slides that do not exist; the message says what would work.</exception>
    public static Span Parse(string typed, Show show)
    {
        ArgumentNullException.ThrowIfNull(typed);
        ArgumentNullException.ThrowIfNull(show);
        var shown = show.Slides.Select((s, i) => (Slide: s, Number: i + 1)).Where(s => !s.Slide.Hidden).ToList();
        if (shown.Count == 0) throw new RuleException("This show has no slides yet. Add a deck first.", "span");
        var text = typed.Trim().ToLowerInvariant();
        var (first, last, all) = (1, show.Slides.Count, show.Slides.Count);
        if (show.Sections.FirstOrDefault(s => s.Name.Trim().Equals(typed.Trim(), StringComparison.OrdinalIgnoreCase)) is { } section)
        {
            var own = show.SlidesOf(section);
            return new Span(own[0], own[^1]);
        }
        if (LastPattern().Match(text) is { Success: true } tail)
        {
            var count = tail.Groups[1].Success ? Number(tail.Groups[1]) : 1;
            first = count >= 1 && count <= shown.Count ? shown[^count].Number : 0;
        }
        else if (OnePattern().Match(text) is { Success: true } one) first = last = Number(one.Groups[0]);
        else if (RangePattern().Match(text) is { Success: true } range && (range.Groups[1].Success || range.Groups[2].Success))
        {
            if (range.Groups[1].Success) first = Number(range.Groups[1]);
            if (range.Groups[2].Success) last = Number(range.Groups[2]);
        }
        else if (text != "all") throw new RuleException($"“{typed}” is not a span. Try 3, 1–4, 5–, last 3, all or the name of a section.", "span");
        if (first < 1 || last < 1 || first > all || last > all) throw new RuleException($"“{typed}” is outside the show, which has slides 1 to {all}.", "span");
        if (first > last) throw new RuleException($"A span goes forward, but slide {first} comes after slide {last}.", "span");
        var covered = shown.Where(s => s.Number >= first && s.Number <= last).ToList();
        if (covered.Count == 0) throw new RuleException(first == last ? $"Slide {first} is hidden. Show it first." : $"Slides {first} to {last} are hidden. Show one first.", "span");
        return new Span(covered[0].Slide.Id, covered[^1].Slide.Id);

        static int Number(Group group) =>
            int.TryParse(group.ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture, out var n) ? n : int.MaxValue;
    }

    /// <summary>The indices of a span's first and last slide among all slides of the show, hidden ones included.</summary>
    /// <exception cref="RuleException">An end is not in the show, or the ends are in the wrong order.</exception>
    public static (int First, int Last) Indices(this Show show, Span span)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(span);
        var (first, last) = (show.SlideIndex(span.First), show.SlideIndex(span.Last));
        if (first < 0 || last < 0) throw new RuleException("The span names a slide that is not in the show.", "span");
        if (first > last) throw new RuleException("A span goes forward, but its first slide comes after its last.", "span");
        return (first, last);
    }

    /// <summary>
    /// The span after slides were deleted: a deleted end moves inward to the next slide that stays; null when none stays.
    /// </summary>
    public static Span? Without(this Span span, Show before, IReadOnlySet<string> gone)
    {
        ArgumentNullException.ThrowIfNull(span);
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(gone);
        var (first, last) = before.Indices(span);
        while (first <= last && gone.Contains(before.Slides[first].Id)) first++;
        while (last >= first && gone.Contains(before.Slides[last].Id)) last--;
        return first > last ? null : new Span(before.Slides[first].Id, before.Slides[last].Id);
    }

    [GeneratedRegex(@"^last(?:\s+(\d+))?$")]
    private static partial Regex LastPattern();

    [GeneratedRegex(@"^\d+$")]
    private static partial Regex OnePattern();

    [GeneratedRegex(@"^(\d+)?\s*[-–—]\s*(\d+)?$")]
    private static partial Regex RangePattern();
}
