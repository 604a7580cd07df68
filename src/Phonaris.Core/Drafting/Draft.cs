using Phonaris.Core.Fitting;
using Phonaris.Core.Levels;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Drafting;

/// <summary>
/// A draft soundtrack of the sounds that a show does not use yet. Sounds named for a slide go there, and slides stay as long as their voices;
/// beds are shared out over the stretches between, fitted, and crossfaded.
/// </summary>
/// <param name="Cues">The proposed cues, by start.</param>
/// <param name="LeftOut">The sounds that would stay unused, with reasons.</param>
/// <param name="Show">The show with the draft, before levels are matched.</param>
/// <param name="Edits">The edits of the draft.</param>
public sealed record Draft(ValueList<DraftedCue> Cues, ValueList<LeftOut> LeftOut, Show Show, ValueList<Edit> Edits)
{
    /// <summary>The pause after a voice before the next slide, in milliseconds.</summary>
    public const long BreathMs = 1000;

    /// <summary>How speech-like the loudness of a short sound must be for it to count as one of several voices, and its least length: 1.5 s.</summary>
    private const double LeastVoice = 0.4;

    private const long ShortestVoice = Frames.PerSecond * 3 / 2;

    /// <summary>Drafts a soundtrack.</summary>
    /// <param name="show">The show.</param>
    /// <param name="without">Sounds to leave out.</param>
    /// <param name="music">The analysis of its beds.</param>
    /// <param name="newId">Generates ids.</param>
    public static Draft Of(Show show, IReadOnlySet<string> without, DraftMusic music, Func<string> newId)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(without);
        ArgumentNullException.ThrowIfNull(music);
        var making = new Making(show, newId);
        var open = show.OpenSounds().Where(s => !without.Contains(s.Id)).ToList();
        making.Name([.. open.Where(s => s.Kind != SoundKind.Bed)]);
        making.Share([.. open.Where(s => s.Kind == SoundKind.Bed)], music);
        return making.Made();
    }

    /// <summary>The draft as one edit, with matched levels; null when nothing is proposed.</summary>
    /// <param name="timed">The times of <see cref="Show"/>.</param>
    /// <param name="sounds">Its sounds.</param>
    public Edit? ToEdit(TimedShow timed, ILoudness sounds)
    {
        if (Cues.Count == 0) return null;
        var levels = LevelMatch.ToEdit(LevelMatch.Of(timed, sounds, Cues.Select(c => c.CueId).ToHashSet()));
        return new Several([.. Edits, .. levels is null ? [] : levels.Edits], $"Placed a draft: {Counted}");
    }

    /// <summary>A summary, as a sentence.</summary>
    public string Says => Cues.Count == 0
        ? LeftOut.Count == 0 ? "Every sound is used." : "No obvious place for any of these sounds."
        : $"Places {Counted}. {(LeftOut.Count == 0 ? "Every sound is used." : LeftOut.Count == 1 ? "1 sound stays unused." : $"{LeftOut.Count} sounds stay unused.")}";

    private string Counted => string.Join(", ", Cues.CountBy(c => c.Kind).OrderBy(k => k.Key).Select(k => k.Value == 1 ? $"1 {k.Key.ToString().ToLowerInvariant()}" : $"{k.Value} {k.Key.ToString().ToLowerInvariant()}s"));

    /// <summary>A draft under construction.</summary>
    private sealed class Making(Show show, Func<string> newId)
    {
        private readonly List<Edit> _edits = [];
        private readonly List<DraftedCue> _cues = [];
        private readonly List<LeftOut> _left = [];
        private Show _show = show;

        public Draft Made() => new([.. _cues.OrderBy(c => _show.SlideIndex(c.First)).ThenBy(c => c.Kind)], [.. _left], _show, [.. _edits]);

        /// <summary>Places sounds on the slides they are named for; of several voices on a slide, each follows the one before.</summary>
        public void Name(List<Sound> sounds)
        {
            var named = NamedFor.Of(_show, sounds);
            // A short sound counts as a spot; among voices with such names it is one of them.
            var numbered = sounds.FindAll(s => named[s.Id].ByNumber && named[s.Id].SlideId is not null);
            var speaks = numbered.Count(s => s.Kind == SoundKind.Voice) * 2 > numbered.Count;
            foreach (var sound in numbered.Where(s => speaks && s.Kind == SoundKind.Spot && s.Figures.VoiceLikeness >= LeastVoice && s.Frames >= ShortestVoice)) Do(new SetSoundKind(sound.Id, SoundKind.Voice));
            sounds = sounds.ConvertAll(s => _show.Sound(s.Id));
            _left.AddRange(sounds.Where(s => named[s.Id].SlideId is null).Select(s => new LeftOut(s.Id, s.Name, s.Kind, named[s.Id].Why)));
            foreach (var together in sounds.Where(s => named[s.Id].SlideId is not null).GroupBy(s => named[s.Id].SlideId!).OrderBy(g => _show.SlideIndex(g.Key)))
            {
                var slide = _show.Slide(together.Key);
                // Whether the slide already has a voice.
                var before = _show.Cues.LastOrDefault(c => c.Span is { } span && span.First == slide.Id && _show.Sound(c.SoundId).Kind == SoundKind.Voice && c.Start.Kind == CueStartKind.Slide);
                List<string> spoken = [];
                foreach (var sound in together.OrderBy(s => s.FileName, StringComparer.OrdinalIgnoreCase))
                {
                    var (_, step, why) = named[sound.Id];
                    var cue = CueDefaults.For(_show, sound, slide.Id, newId());
                    if (step is { } k && k < slide.Steps.Count) cue = cue with { Start = CueStart.WithStep(slide.Steps[k].Id) };
                    else if (sound.Kind == SoundKind.Voice && (spoken.Count > 0 ? spoken[^1] : before?.Id) is { } last) cue = cue with { Start = CueStart.After(last) };
                    Do(new PlaceCue(cue, int.MaxValue));
                    if (sound.Kind.IsSpoken()) spoken.Add(cue.Id);
                    _cues.Add(new(cue.Id, sound.Id, sound.Name, sound.Kind, slide.Id, slide.Id, Wording.Span(_show, cue.Span), $"{why}{Stays(slide, spoken, cue, before)}"));
                }
            }
        }

        /// <summary>Shares beds out over the slides without one.</summary>
        public void Share(List<Sound> beds, DraftMusic music)
        {
            if (beds.Count == 0) return;
            var timed = TimedShow.Of(_show, music.Listened);
            var stretches = Stretch.Of(_show, timed.Order, beds.Count);
            var waiting = new HashSet<string>();
            var laid = new Dictionary<string, (Sound Bed, Func<bool, string> Why)>();
            foreach (var (stretch, bed, why) in BedShares.Of(stretches, beds, timed, music).ToList())
            {
                var span = new Span(timed.Order.Slides[stretch.First].SlideId, timed.Order.Slides[stretch.Last].SlideId);
                var cue = CueDefaults.For(_show, bed, span.First, newId()) with { Span = span };
                Do(new PlaceCue(cue, int.MaxValue));
                if (stretch.Waits) waiting.Add(cue.Id);
                laid.Add(cue.Id, (bed, why));
            }
            // A waiting loop has no length to fit to. Stretching needs the whole sound rendered, and a draft should be quick;
            // whether the rest stays silent is for a person to decide.
            var fits = FitAll.Unfitted(_show).Where(u => laid.ContainsKey(u.Cue.Id) && !waiting.Contains(u.Cue.Id)).ToList()
                .ConvertAll(u => FitAll.Propose(u.Cue, u.LengthFrames, [.. Comparison
                    .Of(_show, u.Cue, music.Fitter(_show.Sound(u.Cue.SoundId).Media, u.Cue.InFrame, u.Cue.OutFrame), u.LengthFrames)
                    .Where(c => c.Method is not (FitMethod.Stretch or FitMethod.Silence))]));
            if (FitAll.ToEdit(fits) is { } fitted) Do(fitted);
            foreach (var (id, (bed, why)) in laid)
            {
                var (cue, fit) = (_show.Cue(id), fits.Find(f => f.CueId == id && f.Method is not null));
                _cues.Add(new(
                    id, bed.Id, bed.Name, bed.Kind, cue.Span!.First, cue.Span.Last, Wording.Span(_show, cue.Span),
                    why(fit?.EndsNaturally == true) + (fit is null ? "" : $", {Wording.Fit(cue.Fit)}{(fit.EndsNaturally ? " with its own ending" : "")}")));
            }
            _left.AddRange(beds.Where(b => laid.Values.All(l => l.Bed != b)).Select(b => new LeftOut(b.Id, b.Name, b.Kind, "no slides are left for it")));
        }

        /// <summary>Lets a slide's hold follow its voice; returns that as text.</summary>
        private string Stays(Slide slide, List<string> spoken, Cue cue, Cue? before)
        {
            if (!spoken.Contains(cue.Id)) return "";
            if (slide.HoldLocked) return ", the hold of its slide is locked";
            if (spoken.Count == 1 && before is null && FollowedHolds.Can(_show, _show.Slide(slide.Id), cue))
            {
                var follows = _show.Slide(slide.Id) with { StaysFor = cue.Id, BreathMs = BreathMs };
                Do(new SetHolds([new(slide.Id, FollowedHolds.Of(_show, follows)!.Value, cue.Id, BreathMs)]));
                return ", the slide stays a moment longer than it";
            }
            // With several voices the slide stays for all of them; before a step it keeps the step's share.
            var steps = slide.Steps.Count;
            var ahead = cue.Start.Kind == CueStartKind.Step ? slide.Steps.FindIndex(s => s.Id == cue.Start.StepId) : 0;
            var frames = spoken.Append(before?.Id).OfType<string>().Select(_show.Cue).Sum(c => CuePlaces.NaturalFrames(c with { Rounds = Math.Max(1, c.Rounds) }, _show.Sound(c.SoundId)) + Frames.FromMs(c.DelayMs));
            var ms = Math.Clamp(((frames + Frames.PerMs - 1) / Frames.PerMs + BreathMs) * steps / (steps - ahead), Slide.LeastHoldMs, Slide.GreatestHoldMs);
            if (ms > _show.Slide(slide.Id).HoldMs || _show.Slide(slide.Id).StaysFor is not null) Do(new SetHolds([new(slide.Id, ms)]));
            return spoken.Count == 1 && before is null ? ", the slide stays long enough for it" : ", it starts after the voice before it, and the slide stays long enough for both";
        }

        private void Do(Edit edit)
        {
            _show = _show.Apply(edit).Show;
            _edits.Add(edit);
        }
    }
}
