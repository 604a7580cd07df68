using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Exports;

/// <summary>A show, or some slides of it, as it is to be exported.</summary>
/// <param name="Timed">The show with its times, its sounds made ready.</param>
/// <param name="Slides">Slides next to each other in the running order, at least one.</param>
/// <param name="Options">How.</param>
public sealed record Export(TimedShow Timed, IReadOnlyList<SlideTime> Slides, ExportOptions Options)
{
    /// <summary>What is exported of a show.</summary>
    /// <param name="timed">The show with its times, its sounds made ready.</param>
    /// <param name="slides">Only these slides, as a span is typed; empty for all.</param>
    /// <param name="options">How.</param>
    /// <exception cref="RuleException">There are no slides, or not those.</exception>
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

    /// <summary>The waiting loops among it.</summary>
    public IEnumerable<Section> WaitingLoops => Timed.Show.Sections.Where(s => s.WaitingLoop && Timed.Show.SlidesOf(s).Any(id => Slides.Any(t => t.SlideId == id)));

    /// <summary>The names of the videos that lie on what is exported.</summary>
    public IEnumerable<string> Videos => Timed.Show.Cues
        .Where(c => c is { Video: not null, Span: not null } && Timed.Order.Of(Timed.Show, c.Span).Any(Slides.Contains))
        .Select(c => Timed.Show.Sound(c.SoundId).Name).Distinct();

    /// <summary>The show with only the slides to hand over, and the times it has then.</summary>
    /// <param name="listened">What is known of its sounds.</param>
    public TimedShow Part(Listened listened)
    {
        if (Slides.Count == Timed.Order.Slides.Count) return Timed;
        var kept = Slides.Select(s => s.SlideId).ToHashSet();
        return TimedShow.Of(Timed.Show with { Slides = [.. Timed.Show.Slides.Select(s => s with { Hidden = !kept.Contains(s.Id) })] }, listened);
    }

    /// <summary>Whether a sound that begins at a frame is among it.</summary>
    public bool Holds(long frame) => frame >= StartFrame && frame < EndFrame;
}

/// <summary>How a show is exported, where there is a choice.</summary>
/// <param name="Width">A film's width in pixels.</param>
/// <param name="Height">A film's height in pixels.</param>
/// <param name="Fps">A film's pictures a second.</param>
/// <param name="CueId">The cue whose sound alone is wanted, as it is fitted; null for all.</param>
/// <param name="ByHand">Whether a player is moved on by hand unless somebody chooses otherwise; null for as the show is shown.</param>
public sealed record ExportOptions(int Width = 1920, int Height = 1080, int Fps = 30, string? CueId = null, bool? ByHand = null);
