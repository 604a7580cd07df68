namespace Phonaris.Core.Shows.Edits;

/// <summary>Locks or unlocks the holds of slides.</summary>
/// <param name="Slides">The slides, and whether each is locked.</param>
public sealed record SetHoldLocks(ValueList<SlideLock> Slides) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        List<SlideLock> before = [];
        foreach (var (slideId, locked) in Slides)
        {
            var slide = show.Slide(slideId);
            before.Insert(0, new(slideId, slide.HoldLocked));
            show = show.With(slide with { HoldLocked = locked });
        }
        return new(show, new SetHoldLocks([.. before]));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before)
    {
        var verb = Slides.All(s => s.Locked) ? "Locked" : "Unlocked";
        return Slides.Count == 1 ? $"{verb} the hold of “{before.Slide(Slides[0].SlideId).Title}”" : $"{verb} the holds of {Slides.Count} slides";
    }

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => Slides.Select(s => $"slide:{s.SlideId}/lock");
}

/// <summary>A slide, and whether its hold is locked.</summary>
public sealed record SlideLock(string SlideId, bool Locked);
