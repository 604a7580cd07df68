using System.Collections.Concurrent;
using Microsoft.Extensions.Caching.Memory;
using Phonaris.Core.Mixing;
using Phonaris.Core.Timing;
using Phonaris.Media;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>
/// The sound of shows in stretches, rendered on request and cached by what is heard in them, so that after an edit
/// only changed stretches are rendered again.
/// </summary>
internal sealed class Mixes(SoundLibrary sounds, TimedShows timed)
{
    /// <summary>The cache size in bytes: three minutes.</summary>
    private const long MostBytes = 64_000_000;

    /// <summary>How long ago a playing page may have requested a stretch, and how long that is waited for.</summary>
    private const int HeardLatelyMs = 1_500, HeardFirstMs = 20;

    private readonly ConcurrentDictionary<string, (long Revision, long At)> _asked = new();
    private readonly PerShowCache<Playing> _shows = new();
    private readonly MemoryCache _kept = Memory.Of(MostBytes);
    private TaskCompletionSource _given = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>
    /// If a page is playing a show, waits until it has received its next stretch, or a moment: playing has priority over
    /// drawing.
    /// </summary>
    /// <param name="stored">The show.</param>
    public async Task HeardFirstAsync(StoredShow stored)
    {
        ArgumentNullException.ThrowIfNull(stored);
        if (!_asked.TryGetValue(stored.Id, out var asked) || Environment.TickCount64 - asked.At > HeardLatelyMs) return;
        var moment = Task.Delay(HeardFirstMs);
        while (!moment.IsCompleted)
        {
            // Taken before checking, so that a stretch delivered in between is not missed.
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

    /// <summary>A stretch of a show's sound.</summary>
    /// <param name="From">Its first frame.</param>
    /// <param name="To">The frame after its last.</param>
    /// <param name="Key">The key of what is heard in it.</param>
    public sealed record Stretch(long From, long To, string Key);

    /// <summary>The available part of a stretch; null for none.</summary>
    /// <param name="stored">The show.</param>
    /// <param name="how">How it is played.</param>
    /// <param name="from">Its first frame.</param>
    /// <param name="to">The frame after its last.</param>
    public Stretch? Find(StoredShow stored, MixOptions how, long from, long to)
    {
        var schedule = Of(stored, how).Schedule;
        if (Stretches.Within(from, to, schedule.TotalFrames) is not var (start, end)) return null;
        var (heardFrom, heardTo) = Mixer.Context(start, end);
        return new(start, end, $"{schedule.ContentKey(heardFrom, heardTo)}-{end - start}-{sounds.Renewals}");
    }

    /// <summary>The samples of a stretch, in the page's format.</summary>
    public byte[] Samples(StoredShow stored, MixOptions how, Stretch stretch)
    {
        if (_kept.TryGetValue(stretch.Key, out byte[]? known))
        {
            Given(stored);
            return known!;
        }
        var playing = Of(stored, how);
        var samples = new float[(stretch.To - stretch.From) * Frames.Channels];
        // One mixer for each request, so that one waiting for a sound does not delay the others.
        if (!playing.Idle.TryTake(out var mixer)) mixer = new(playing.Schedule, sounds.Open);
        mixer.Render(stretch.From, samples);
        playing.Idle.Add(mixer);
        var planar = Stretches.Planar(samples);
        Given(stored);
        return _kept.Keep(stretch.Key, planar, planar.Length);
    }

    private Playing Of(StoredShow stored, MixOptions how)
    {
        var known = _shows.Find(stored.Id);
        if (known is not null && known.Revision == stored.Revision && known.How == how && known.Renewals == sounds.Renewals) return known;
        var renewals = sounds.Renewals;
        var schedule = how.Of(timed.Of(stored), sounds).Schedule;
        if (how.Only is not null) schedule = schedule.Only(how.Only.Split(',').ToHashSet());
        var playing = new Playing(stored.Revision, how, renewals, schedule, []);
        _shows.Keep(stored, known, playing);
        return playing;
    }

    private sealed record Playing(long Revision, MixOptions How, long Renewals, Schedule Schedule, ConcurrentBag<Mixer> Idle);
}
