using System.Security.Cryptography;
using System.Text;
using Phonaris.Core.Shows;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Timing;

/// <summary>
/// When and how each cue plays, in absolute frames and linear gains. It is computed once from the show, drawn by the run sheet and
/// played by the mixer.
/// </summary>
/// <param name="TotalFrames">The running time in frames at 48 kHz.</param>
/// <param name="Cues">The cues that play automatically, in the show's order; one that restarts on every slide appears once for each.</param>
/// <param name="Silent">The cues that have a time but do not sound by themselves: muted cues, cues that are triggered manually (timed as if they began with their slide), and beds that are replaced by a bed that begins at the same time.</param>
/// <param name="FitFailures">The cues whose fit failed for their length; they play unfitted.</param>
public sealed record Schedule(long TotalFrames, ValueList<ScheduledCue> Cues, ValueList<ScheduledCue> Silent, ValueList<FitFailure> FitFailures)
{
    /// <summary>The stretches in which voices speak and beds are ducked.</summary>
    public ValueList<DuckingStretch> DuckingStretches { get; init; } = [];

    /// <summary>What plays automatically, audible or not: a muted video is still seen.</summary>
    public IEnumerable<ScheduledCue> ByThemselves => Cues.Concat(Silent.Where(c => !c.ByHand));

    /// <summary>What the audience hears automatically; videos without sound are left out.</summary>
    public IEnumerable<ScheduledCue> Audible => Cues.Where(c => c.HasAudio);

    /// <summary>What can be triggered manually and is then heard.</summary>
    public IEnumerable<ScheduledCue> AudibleManually => Silent.Where(c => c is { ByHand: true, IsMuted: false, HasAudio: true });

    /// <summary>The schedule of a show.</summary>
    public static Schedule Of(Show show, Listened? listened = null) => Of(show, RunningOrder.Of(show), listened);

    /// <summary>The schedule of a show whose running order is known.</summary>
    /// <param name="show">The show.</param>
    /// <param name="order">Its running order.</param>
    /// <param name="listened">The analysis of its sounds.</param>
    public static Schedule Of(Show show, RunningOrder order, Listened? listened = null)
    {
        ArgumentNullException.ThrowIfNull(show);
        ArgumentNullException.ThrowIfNull(order);
        return Of(show, order, new CuePlaces(show, order, listened ?? Listened.Nothing));
    }

    /// <summary>The schedule of cues whose times are known.</summary>
    internal static Schedule Of(Show show, RunningOrder order, CuePlaces places)
    {
        var placed = places.All.ToLookup(p => !p.Cue.Muted && !places.IsManual(p.Cue));
        var heard = placed[true].ToList();
        var ducked = Ducking.Of(heard.Where(p => p.Sound.Kind.IsSpoken() && p.Sound.HasAudio && p.Cue.Ducks).Select(p => (p.Scheduled, p.Cue.Duck ?? show.Duck)), places.Listened);
        var under = show.LevelTargets.BedUnderVoiceLufs + show.GainDb;
        var (inOrder, yielding) = BedOrder.Of(heard.Where(p => p.Sound.Kind == SoundKind.Bed).Select(p => (p.Scheduled, p.Cue)));
        var beds = Crossfades.Between(inOrder.Select(b => (b.Bed, Frames.FromMs(b.Cue.HandoverMs))), order.TotalFrames)
            .Select(b => b with { Envelope = b.Envelope + Ducking.For(b, ducked, new(under, places.Listened, show.Sound(b.SoundId).Figures)) })
            .ToDictionary(b => b.Key);
        var silent = yielding.Select(y => y.Key).ToHashSet();
        return new(
            order.TotalFrames,
            [.. heard.Where(p => !silent.Contains(p.Scheduled.Key)).Select(p => beds.GetValueOrDefault(p.Scheduled.Key, p.Scheduled))],
            [.. placed[false].Select(p => p.Scheduled with { ByHand = places.IsManual(p.Cue) }), .. yielding],
            places.FitFailures)
        { DuckingStretches = ducked };
    }

    /// <summary>A cue on its own, from frame 0 on, with the silence at its end; crossfades and ducking are computed from it.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cueId">The cue.</param>
    /// <param name="listened">The analysis of the show's sounds.</param>
    /// <exception cref="RuleException">It has no time, or its fit fails.</exception>
    public static Schedule Alone(Show show, string cueId, Listened listened)
    {
        ArgumentNullException.ThrowIfNull(show);
        var places = new CuePlaces(show, RunningOrder.Of(show), listened);
        if (places.FitFailures.FirstOrDefault(u => u.CueId == cueId) is { } unfit) throw new RuleException(unfit.Says, "method");
        var placed = places.All.Where(p => p.Cue.Id == cueId).Select(p => p.Scheduled).FirstOrDefault()
            ?? throw new RuleException("All slides of this cue are hidden. Place it on others first.", "cueId");
        return FromZero(placed, LengthFor(show, cueId));
    }

    /// <summary>The whole trimmed part of a cue, once, unfitted.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cueId">The cue.</param>
    /// <exception cref="RuleException">It is not in the show.</exception>
    public static Schedule Whole(Show show, string cueId)
    {
        ArgumentNullException.ThrowIfNull(show);
        var whole = new CuePlaces(show, RunningOrder.Of(show), Listened.Nothing).Whole(show.Cue(cueId));
        return FromZero(whole, whole.LengthFrames);
    }

    private static Schedule FromZero(ScheduledCue cue, long length) => new(length, [cue with { StartFrame = 0, EndFrame = cue.LengthFrames }], [], []);

    /// <summary>How long a cue can play, in frames: the length it is fitted to; 0 when it has no time.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cueId">The cue.</param>
    public static long LengthFor(Show show, string cueId)
    {
        ArgumentNullException.ThrowIfNull(show);
        return LengthsFor(show, [show.Cue(cueId)])[0].Frames;
    }

    /// <summary>How long several cues can play, see <see cref="LengthFor"/>.</summary>
    /// <param name="show">The show.</param>
    /// <param name="cues">Cues of it.</param>
    public static IReadOnlyList<(Cue Cue, long Frames)> LengthsFor(Show show, IEnumerable<Cue> cues)
    {
        ArgumentNullException.ThrowIfNull(show);
        var places = new CuePlaces(show, RunningOrder.Of(show), Listened.Nothing);
        return [.. cues.Select(c => (c, places.RoomFor(c)))];
    }

    /// <summary>The schedule with some cues only, as when they are soloed; muted and manual cues play then too.</summary>
    /// <param name="cueIds">The cues.</param>
    public Schedule Only(IReadOnlySet<string> cueIds) =>
        this with { Cues = [.. Cues.Concat(Silent).Where(c => cueIds.Contains(c.CueId))], Silent = [] };

    /// <summary>
    /// A key for what is heard in a stretch of frames: equal if and only if the same cues play there in the same way,
    /// so that rendered sound can be reused.
    /// </summary>
    public string ContentKey(long fromFrame, long toFrame)
    {
        var text = new StringBuilder();
        foreach (var cue in Cues)
            if (cue.StartFrame < toFrame && cue.EndFrame > fromFrame) text.Append(Heard(cue, toFrame)).Append('\n');
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{fromFrame} {toFrame}\n{text}")).AsSpan(0, 12));
    }

    /// <summary>
    /// A cue with only what is heard of it before a frame. When it goes on after that, its ending is left out, so that adding a slide at the end of a show
    /// does not change the key of the sound before.
    /// </summary>
    private static ScheduledCue Heard(ScheduledCue cue, long toFrame)
    {
        var heard = cue with { StopFrame = null, Ending = Fade.None, FittedBy = null, EndsItself = false, WorstEdit = null, ReplacedBy = null };
        return toFrame <= cue.EndFrame - cue.FadeOut.Frames ? heard with { EndFrame = long.MaxValue, FadeOut = default } : heard;
    }
}
