using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;

namespace Phonaris.Web.Shows;

/// <summary>A sound dropped on a slide.</summary>
/// <param name="SoundId">The sound.</param>
/// <param name="SlideId">The slide.</param>
/// <param name="StepId">The step it was dropped on; null for the slide itself.</param>
/// <param name="DelayMs">The delay after that, in milliseconds.</param>
/// <param name="ThroughSlideId">The last slide it covers; null for the default of its kind.</param>
public sealed record Drop(string SoundId, string SlideId, string? StepId = null, long DelayMs = 0, string? ThroughSlideId = null)
{
    internal PlaceCue ToEdit(Show show, string cueId)
    {
        var cue = CueDefaults.For(show, show.Sound(SoundId), SlideId, cueId) with { DelayMs = DelayMs };
        if (StepId is not null) cue = cue with { Start = CueStart.WithStep(StepId) };
        if (ThroughSlideId is not null) cue = cue with { Span = new(SlideId, ThroughSlideId) };
        return new(cue, int.MaxValue);
    }
}

/// <summary>The new cue, and the change of the show.</summary>
public sealed record Dropped(string CueId, Edited Edited);
