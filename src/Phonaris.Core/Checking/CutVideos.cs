using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Videos that end before they are over.</summary>
public sealed class CutVideos : ICheck
{
    /// <summary>How much may be missing without a finding, in frames.</summary>
    private const long LeastFrames = 300 * Frames.PerMs;

    /// <inheritdoc/>
    public string Name => "cut-video";

    /// <inheritdoc/>
    public string LooksFor => "A slide that ends before its video does.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        var places = show.Schedule.ByThemselves.ToLookup(c => c.CueId);
        return
            from video in ShownVideo.OfAll(show.Timed)
            let place = places[video.CueId].FirstOrDefault(p => p.StartFrame < video.ToFrame && p.EndFrame > video.FromFrame)
            where place is not null && place.Rounds != Cue.FillSpan && place.FittedBy is null
            let over = place.StartFrame + place.NaturalFrames - video.ToFrame
            where over > LeastFrames
            let cue = show.Show.Cue(video.CueId)
            // A video set to end earlier is meant to.
            where cue.Stop is CueStop.Span or CueStop.Finished
            let slide = show.Order.At(video.ToFrame - 1)
            select new Finding(
                Name, Severity.Audible, [cue.Id], slide.SlideId, $"{show.Show.CueName(cue.Id)} runs {Wording.Seconds(over / Frames.PerMs)} past slide {slide.Number}, so its end is not shown.",
                // Its start does not depend on the hold that is changed.
                cue is { EachSlide: false, Start.Kind: CueStartKind.Slide } && show.HoldLonger(slide.SlideId, over) is { } longer ? [longer] : []);
    }
}
