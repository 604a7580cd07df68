using System.Collections.Concurrent;
using Phonaris.Core.Mixing;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>
/// The sound of shows in chunks, rendered when asked for and kept by what is heard in them: an edit renders anew only
/// the chunks it touches.
/// </summary>
internal sealed class Mixes(SoundLibrary sounds, TimedShows timed)
{
    private const int MostKept = 512;

    /// <summary>How lately a chunk was asked for by a page that hears a show, and how long that is waited for.</summary>
    private const int HeardLatelyMs = 1_500, HeardFirstMs = 20;

    private readonly ConcurrentDictionary<string, (long Revision, long At)> _asked = new();
    private readonly ConcurrentDictionary<string, Playing> _shows = new();
    private readonly ConcurrentDictionary<string, byte[]> _kept = new();
    private readonly ConcurrentQueue<string> _order = new();
    private TaskCompletionSource _given = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>
    /// Waits, where a page hears a show now, until it has been given what it hears next, or a moment: what is to be heard comes before what
    /// is to be drawn.
    /// </summary>
    /// <param name="stored">The show.</param>
    public async Task HeardFirstAsync(StoredShow stored)
    {
        ArgumentNullException.ThrowIfNull(stored);
        if (!_asked.TryGetValue(stored.Id, out var asked) || Environment.TickCount64 - asked.At > HeardLatelyMs) return;
        var moment = Task.Delay(HeardFirstMs);
        while (!moment.IsCompleted)
        {
            // Taken before looking: what is given in between is not missed.
            var given = _given.Task;
            if (_asked[stored.Id].Revision >= stored.Revision) return;
            await Task.WhenAny(given, moment);
        }
    }

    private void Given(StoredShow stored)
    {
        _asked[stored.Id] = (stored.Revision, Environment.TickCount64);
        Interlocked.Exchange(ref _given, new(TaskCreationOptions.RunContinuationsAsynchronously)).SetResult();
    }

    /// <summary>The name of what is heard in a chunk, or null beyond the end.</summary>
    /// <param name="stored">The show.</param>
    /// <param name="only">The ids of cues to be heard alone, with commas between them; null for all.</param>
    /// <param name="chunk">Its number.</param>
    public string? Key(StoredShow stored, string? only, int chunk)
    {
        var schedule = Of(stored, only).Schedule;
        var (from, to) = Chunks.Range(chunk, schedule.TotalFrames);
        if (chunk < 0 || from >= to) return null;
        var (heardFrom, heardTo) = Mixer.Context(from, to);
        return $"{schedule.ContentKey(heardFrom, heardTo)}-{to - from}-{sounds.Renewals}";
    }

    /// <summary>The samples of a chunk, as a page takes them.</summary>
    public byte[] Chunk(StoredShow stored, string? only, int chunk, string key)
    {
        if (_kept.TryGetValue(key, out var known))
        {
            Given(stored);
            return known;
        }
        var playing = Of(stored, only);
        var (from, to) = Chunks.Range(chunk, playing.Schedule.TotalFrames);
        var samples = new float[(to - from) * Frames.Channels];
        // A mixer each: one that waits for a sound to be worked out does not hold up the others.
        if (!playing.Idle.TryTake(out var mixer)) mixer = new(playing.Schedule, sounds.Open);
        mixer.Render(from, samples);
        playing.Idle.Add(mixer);
        var planar = Chunks.Planar(samples);
        Given(stored);
        if (_kept.TryAdd(key, planar)) _order.Enqueue(key);
        while (_order.Count > MostKept && _order.TryDequeue(out var oldest)) _kept.TryRemove(oldest, out _);
        return planar;
    }

    private Playing Of(StoredShow stored, string? only)
    {
        if (_shows.TryGetValue(stored.Id, out var known) && known.Revision == stored.Revision && known.Only == only && known.Renewals == sounds.Renewals) return known;
        var renewals = sounds.Renewals;
        var schedule = timed.Of(stored).Schedule;
        if (only is not null) schedule = schedule.Only(only.Split(',').ToHashSet());
        return _shows[stored.Id] = new(stored.Revision, only, renewals, schedule, []);
    }

    private sealed record Playing(long Revision, string? Only, long Renewals, Schedule Schedule, ConcurrentBag<Mixer> Idle);
}
