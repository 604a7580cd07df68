using Phonaris.Core.Fitting;
using Phonaris.Core.Levels;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Drafting;

/// <summary>
/// A first soundtrack, proposed of the sounds that a show does not use yet. What is named for a slide goes there, and slides stay as long as what is said on them;
/// beds are shared out over the stretches between, fitted, and hand over to each other.
/// </summary>
/// <param name="Cues">What is proposed, in the order it sounds.</param>
/// <param name="LeftOut">The sounds that would stay unused, and why.</param>
/// <param name="Show">The show as it would be, its levels left aside.</param>
/// <param name="Edits">What makes it so.</param>
public sealed record Draft(ValueList<DraftedCue> Cues, ValueList<LeftOut> LeftOut, Show Show, ValueList<Edit> Edits)
{
    /// <summary>What is left after a voice before the next slide comes, in milliseconds.</summary>
    public const long BreathMs = 1000;

    /// <summary>How much like speech the loudness of a short sound comes and goes for it to be one of many voices, and how long it is then at least: 1.5 s.</summary>
    private const double LeastVoice = 0.4;

    private const long ShortestVoice = Frames.PerSecond * 3 / 2;

    /// <summary>Proposes a soundtrack.</summary>
    /// <param name="show">The show.</param>
    /// <param name="without">Sounds that are to be left out.</param>
    /// <param name="music">What is known of its beds.</param>
    /// <param name="newId">Makes ids.</param>
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

    /// <summary>The whole of it as one edit, the levels of its cues with it; null where nothing is proposed.</summary>
    /// <param name="timed">The times of <see cref="Show"/>.</param>
    /// <param name="sounds">Its sounds.</param>
    public Edit? ToEdit(TimedShow timed, ILoudness sounds)
    {
        if (Cues.Count == 0) return null;
        var levels = LevelMatch.ToEdit(LevelMatch.Of(timed, sounds, Cues.Select(c => c.CueId).ToHashSet()));
        return new Several([.. Edits, .. levels is null ? [] : levels.Edits], $"Placed a draft: {Counted}");
    }

    /// <summary>What it comes to, in a sentence.</summary>
    public string Says => Cues.Count == 0
        ? LeftOut.Count == 0 ? "Every sound is used." : "No obvious place for any of these sounds."
        : $"Places {Counted}. {(LeftOut.Count == 0 ? "Every sound is used." : LeftOut.Count == 1 ? "1 sound stays unused." : $"{LeftOut.Count} sounds stay unused.")}";

    private string Counted => string.Join(", ", Cues.CountBy(c => c.Kind).OrderBy(k => k.Key).Select(k => k.Value == 1 ? $"1 {k.Key.ToString().ToLowerInvariant()}" : $"{k.Value} {k.Key.ToString().ToLowerInvariant()}s"));

    /// <summary>A draft as it is put together.</summary>
    private sealed class Making(Show show, Func<string> newId)
    {
        private readonly List<Edit> _edits = [];
        private readonly List<DraftedCue> _cues = [];
        private readonly List<LeftOut> _left = [];
        private Show _show = show;

        public Draft Made() => new([.. _cues.OrderBy(c => _show.SlideIndex(c.First)).ThenBy(c => c.Kind)], [.. _left], _show, [.. _edits]);

        /// <summary>Lays what is named for a slide on it; of several spoken ones on a slide each comes after the one before.</summary>
        public void Name(List<Sound> sounds)
        {
            var named = NamedFor.Of(_show, sounds);
            // What is short is taken for an effect; among voices that are named so it is one of them.
            var numbered = sounds.FindAll(s => named[s.Id].ByNumber && named[s.Id].SlideId is not null);
            var speaks = numbered.Count(s => s.Kind == SoundKind.Voice) * 2 > numbered.Count;
            foreach (var sound in numbered.Where(s => speaks && s.Kind == SoundKind.Spot && s.Figures.VoiceLikeness >= LeastVoice && s.Frames >= ShortestVoice)) Do(new SetSoundKind(sound.Id, SoundKind.Voice));
            sounds = sounds.ConvertAll(s => _show.Sound(s.Id));
            _left.AddRange(sounds.Where(s => named[s.Id].SlideId is null).Select(s => new LeftOut(s.Id, s.Name, s.Kind, named[s.Id].Why)));
            foreach (var together in sounds.Where(s => named[s.Id].SlideId is not null).GroupBy(s => named[s.Id].SlideId!).OrderBy(g => _show.SlideIndex(g.Key)))
            {
                var slide = _show.Slide(together.Key);
                // Whether somebody speaks there already, as far as slides know.
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

        /// <summary>Shares beds out over the slides that none lies on.</summary>
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
            // What loops until somebody comes has no length to be fitted to. A stretched sound has to be worked out whole, and a draft is to be there at once;
            // that the rest stays silent is for a person to say.
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

        /// <summary>Lets a slide stay for what is said on it; gives what that comes to, in words.</summary>
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
            // Of several the slide stays for all of them; ahead of a step it stays its share.
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
