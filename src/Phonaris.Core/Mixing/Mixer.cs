using System.Buffers;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Mixing;

/// <summary>
/// The one engine behind preview, dry run and export: renders any stretch of a schedule as interleaved stereo at 48 kHz, limited to −1 dBTP.
/// It keeps no state between calls: stretches in any order and of any size give the same samples. Not thread-safe.
/// </summary>
public sealed class Mixer
{
    /// <summary>A good block size for a whole show: the limiter's context then costs little.</summary>
    public const int StretchFrames = 4 * Frames.PerSecond;

    private readonly (ScheduledCue Cue, CuePlayer Player)[] _players;
    private readonly float[] _scratch = CuePlayer.Scratch();

    /// <summary>A mixer for a schedule.</summary>
    /// <param name="schedule">What plays when.</param>
    /// <param name="open">Opens the decoded samples of a source.</param>
    public Mixer(Schedule schedule, Func<SoundSource, ISoundReader> open)
    {
        ArgumentNullException.ThrowIfNull(schedule);
        ArgumentNullException.ThrowIfNull(open);
        _players = [.. schedule.Cues.Select(c => (c, new CuePlayer(c, open(c.Source))))];
        foreach (var (cue, player) in _players.Where(p => p.Cue.CrossfadesFrom is not null))
        {
            var before = _players.Where(p => p.Cue.CueId == cue.CrossfadesFrom && p.Cue.StartFrame < cue.StartFrame).OrderBy(p => p.Cue.StartFrame).LastOrDefault();
            // When it is soloed, nothing crossfades with it.
            if (before.Player is not null) player.TakeOverFrom(before.Player);
        }
    }

    /// <summary>Renders a stretch.</summary>
    /// <param name="start">Its first absolute frame, 0 or more.</param>
    /// <param name="destination">Receives whole frames, interleaved.</param>
    public void Render(long start, Span<float> destination)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(start);
        var (from, to) = Context(start, start + destination.Length / Frames.Channels);
        var length = (int)(to - from) * Frames.Channels;
        var rented = ArrayPool<float>.Shared.Rent(length);
        try
        {
            var sum = rented.AsSpan(0, length);
            Sum(from, sum);
            Limiter.Limit(sum, from, start, destination);
        }
        finally
        {
            ArrayPool<float>.Shared.Return(rented);
        }
    }

    /// <summary>Sums a stretch before the limiter, or the part of some cues in it.</summary>
    /// <param name="start">Its first absolute frame; before 0 there is silence.</param>
    /// <param name="destination">Receives whole frames, interleaved.</param>
    /// <param name="cueIds">The cues; null for all.</param>
    public void Sum(long start, Span<float> destination, IReadOnlySet<string>? cueIds = null)
    {
        destination.Clear();
        var end = start + destination.Length / Frames.Channels;
        foreach (var (cue, player) in _players)
            if (cue.StartFrame < end && cue.EndFrame > start && cueIds?.Contains(cue.CueId) != false) player.AddTo(destination, start, _scratch);
    }

    /// <summary>The frames that affect a stretch: its own and the limiter's context, in whole milliseconds.</summary>
    public static (long From, long To) Context(long start, long end) =>
        (start - start % Frames.PerMs - Limiter.FramesBefore, end - end % Frames.PerMs + Limiter.FramesAfter + Frames.PerMs);
}
