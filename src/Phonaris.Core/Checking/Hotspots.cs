using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Checking;

/// <summary>Hotspots that are hard to find.</summary>
public sealed class Hotspots : ICheck
{
    /// <inheritdoc/>
    public string Name => "hotspot";

    /// <inheritdoc/>
    public string LooksFor => "A hotspot without a text alternative, past the edge of its slide, or hidden with no key to start its cue.";

    /// <inheritdoc/>
    public IEnumerable<Finding> Find(CheckedShow show)
    {
        ArgumentNullException.ThrowIfNull(show);
        foreach (var cue in show.Show.Cues)
        {
            if (cue is not { Span: not null, IsNoticed: true, Start.Kind: CueStartKind.Hand, Hotspot: { } spot }) continue;
            var name = show.Show.CueName(cue.Id);
            if (string.IsNullOrWhiteSpace(spot.Alternative))
            {
                yield return new(
                    Name, Severity.Minor, [cue.Id], cue.Span!.First, $"The hotspot of {name} has no text alternative.",
                    [new Fix($"Call it “{name}”", new SetHotspot(cue.Id, spot with { Alternative = Names.Short(name, Hotspot.LongestAlternative) }), Safe: true)])
                { About = "words" };
            }
            var picture = show.Show.Slide(cue.Span!.First).Picture;
            var (halfWide, halfHigh) = (spot.Size / 2, spot.Size / 2 * picture.Width / picture.Height);
            var inside = spot with { X = Within(spot.X, halfWide), Y = Within(spot.Y, halfHigh) };
            if (Math.Abs(inside.X - spot.X) > halfWide / 2 || Math.Abs(inside.Y - spot.Y) > halfHigh / 2)
            {
                yield return new(
                    Name, Severity.Minor, [cue.Id], cue.Span!.First, $"The hotspot of {name} extends past the edge of its slide.", [new Fix("Move it onto the slide", new SetHotspot(cue.Id, inside))])
                { About = "edge" };
            }
            if (!spot.Shown && KeyOf(show, cue) > ManualKeys.Count)
            {
                yield return new(
                    Name, Severity.Audible, [cue.Id], cue.Span!.First, $"{name} has only a hidden hotspot: other cues on its slide use the keys 1 to {ManualKeys.Count}.",
                    [new Fix("Show its hotspot", new SetHotspot(cue.Id, spot with { Shown = true }), Safe: true)])
                { About = "hidden" };
            }
        }
    }

    /// <summary>The position of the cue among the manually triggered cues of its first slide, from 1.</summary>
    private static int KeyOf(CheckedShow show, Cue cue)
    {
        var at = show.Show.SlideIndex(cue.Span!.First);
        var here = show.Show.Cues.Where(c => c is { Span: not null, IsNoticed: true, Start.Kind: CueStartKind.Hand } && show.Show.Indices(c.Span) is var (first, last) && first <= at && at <= last);
        return ManualKeys.InOrder(here, c => !c.EachSlide && show.Order.Of(show.Show, c.Span!).Count > 1).ToList().FindIndex(c => c.Id == cue.Id) + 1;
    }

    private static double Within(double middle, double half) => half >= 0.5 ? 0.5 : Math.Clamp(middle, half, 1 - half);
}
