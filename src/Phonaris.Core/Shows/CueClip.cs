using Phonaris.Core.Shows.Edits;

namespace Phonaris.Core.Shows;

/// <summary>Cues copied from a show, to paste on other slides or into another show.</summary>
/// <param name="Cues">The cues.</param>
public sealed record CueClip(ValueList<ClippedCue> Cues)
{
    /// <summary>Copies cues, with their positions relative to each other.</summary>
    /// <exception cref="RuleException">One is not in the show, or is parked.</exception>
    public static CueClip Of(Show show, ValueList<string> cueIds)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(cueIds);
        var cues = cueIds.Select(show.Cue).Where(c => c.Span is not null).ToList();
        if (cues.Count == 0) throw new RuleException("A parked cue is on no slide. Place it before copying it.", "cues");
        var first = cues.Min(c => show.Indices(c.Span!).First);
        return new([.. cues.Select(c =>
        {
            var (from, to) = show.Indices(c.Span!);
            var step = c.Start.Kind == CueStartKind.Step ? show.Slides.SelectMany(s => s.Steps.Select((x, k) => (x.Id, k))).FirstOrDefault(x => x.Id == c.Start.StepId).k : 0;
            return new ClippedCue(c, show.Sound(c.SoundId), from - first, to - from, step);
        })]);
    }

    /// <summary>The edit that pastes the cues from a slide on.</summary>
    /// <param name="show">The show they are pasted into.</param>
    /// <param name="slideId">The slide the first of them begins on.</param>
    /// <param name="newId">Generates ids.</param>
    /// <exception cref="RuleException">The slide is not in the show.</exception>
    public Edit ToEdit(Show show, string slideId, Func<string> newId)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(newId);
        var at = show.SlideIndex(show.Slide(slideId).Id);
        if (Cues.DistinctBy(c => c.Cue.Id).Count() < Cues.Count) throw new RuleException("The same cue is copied twice. Copy each cue once.", "cues");
        var ids = Cues.ToDictionary(c => c.Cue.Id, _ => newId());
        List<Edit> edits = [];
        var sounds = new Dictionary<string, string>();
        foreach (var sound in Cues.Select(c => c.Sound).DistinctBy(s => s.Id))
        {
            if (show.Sounds.FirstOrDefault(s => s.IsOfSameFile(sound) && !s.Removed) is { } there) sounds[sound.Id] = there.Id;
            else edits.Add(new AddSound(sound with { Id = sounds[sound.Id] = newId(), Removed = false }, int.MaxValue));
        }
        foreach (var clipped in Cues)
        {
            var first = (int)Math.Clamp((long)at + clipped.Offset, 0, show.Slides.Count - 1);
            var last = (int)Math.Clamp((long)first + clipped.More, first, show.Slides.Count - 1);
            var steps = show.Slides[first].Steps;
            var start = clipped.Cue.Start.Kind switch
            {
                CueStartKind.Hand => CueStart.ByHand,
                CueStartKind.End => CueStart.ToEndTogether,
                CueStartKind.Step when clipped.Step >= 0 && clipped.Step < steps.Count => CueStart.WithStep(steps[clipped.Step].Id),
                // The cue it follows is pasted too; otherwise it begins with its slide.
                CueStartKind.After when ids.TryGetValue(clipped.Cue.Start.CueId!, out var other) => CueStart.After(other),
                _ => CueStart.WithSlide,
            };
            edits.Add(new PlaceCue(
                clipped.Cue with
                {
                    Id = ids[clipped.Cue.Id],
                    SoundId = sounds[clipped.Cue.SoundId],
                    Span = new(show.Slides[first].Id, show.Slides[last].Id),
                    Start = CueStart.WithSlide,
                    Stop = clipped.Cue.Stop == CueStop.Step ? CueStop.Span : clipped.Cue.Stop,
                    StopStepId = null,
                },
                int.MaxValue));
            if (start != CueStart.WithSlide) edits.Add(new SetStart(ids[clipped.Cue.Id], start));
        }
        // Starts are set last, because a cue may follow one that is pasted after it.
        List<Edit> ordered = [.. edits.Where(e => e is not SetStart), .. edits.Where(e => e is SetStart)];
        var what = Cues.Count == 1 ? Cues[0].Sound.Name : $"{Cues.Count} cues";
        return new Several([.. ordered], $"Placed {what} from {Wording.Span(show, new(slideId, slideId))}");
    }
}

/// <summary>A copied cue.</summary>
/// <param name="Cue">The cue as it was.</param>
/// <param name="Sound">Its sound.</param>
/// <param name="Offset">How many slides after the first copied cue it begins.</param>
/// <param name="More">How many slides it covers beyond its first.</param>
/// <param name="Step">The step it begins with, from 0.</param>
public sealed record ClippedCue(Cue Cue, Sound Sound, int Offset, int More, int Step);
