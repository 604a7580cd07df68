using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Exports;

/// <summary>A show, or some of its slides, to be exported.</summary>
/// <param name="Timed">The show with its times, its sounds ready.</param>
/// <param name="Slides">Consecutive slides of the running order, at least one.</param>
/// <param name="Options">The options.</param>
public sealed record Export(TimedShow Timed, IReadOnlyList<SlideTime> Slides, ExportOptions Options)
{
    /// <summary>The part of a show to export.</summary>
    /// <param name="timed">The show with its times, its sounds ready.</param>
    /// <param name="slides">Only these slides, as a typed span; empty for all.</param>
    /// <param name="options">The options.</param>
    /// <exception cref="RuleException">There are no slides, or not these.</exception>
    public static Export Of(TimedShow timed, string slides, ExportOptions options)
    {
        ArgumentNullException.ThrowIfNull(timed);
        if (timed.Order.Slides.Count == 0) throw new RuleException("This show has no slides yet. Add a deck first.");
        if (string.IsNullOrWhiteSpace(slides)) return new(timed, timed.Order.Slides, options);
        var chosen = timed.Order.Of(timed.Show, Spans.Parse(slides, timed.Show));
        return chosen.Count > 0 ? new(timed, chosen, options) : throw new RuleException($"All slides of “{slides}” are hidden.", "slides");
    }

    /// <summary>The first frame of the show that is exported.</summary>
    public long StartFrame => Slides[0].StartFrame;

    /// <summary>The frame after the last.</summary>
    public long EndFrame => Slides[^1].EndFrame;

    /// <summary>The waiting loops in it.</summary>
    public IEnumerable<Section> WaitingLoops => Timed.Show.Sections.Where(s => s.WaitingLoop && Timed.Show.SlidesOf(s).Any(id => Slides.Any(t => t.SlideId == id)));

    /// <summary>The names of the videos on the exported slides.</summary>
    public IEnumerable<string> Videos => Timed.Show.Cues
        .Where(c => c is { Video: not null, Span: not null } && Timed.Order.Of(Timed.Show, c.Span).Any(Slides.Contains))
        .Select(c => Timed.Show.Sound(c.SoundId).Name).Distinct();

    /// <summary>The show with only the exported slides, and its times.</summary>
    /// <param name="listened">The analysis of its sounds.</param>
    public TimedShow Part(Listened listened)
    {
        if (Slides.Count == Timed.Order.Slides.Count) return Timed;
        var kept = Slides.Select(s => s.SlideId).ToHashSet();
        return TimedShow.Of(Timed.Show with { Slides = [.. Timed.Show.Slides.Select(s => s with { Hidden = !kept.Contains(s.Id) })] }, listened);
    }

    /// <summary>Whether a sound that begins at a frame is part of it.</summary>
    public bool Holds(long frame) => frame >= StartFrame && frame < EndFrame;
}

/// <summary>The options of an export.</summary>
/// <param name="Width">A film's width in pixels.</param>
/// <param name="Height">A film's height in pixels.</param>
/// <param name="Fps">A film's pictures a second.</param>
/// <param name="CueId">The only cue to export, fitted; null for all.</param>
/// <param name="ByHand">Whether a player is advanced manually by default; null to use the show's setting.</param>
public sealed record ExportOptions(int Width = 1920, int Height = 1080, int Fps = 30, string? CueId = null, bool? ByHand = null);
