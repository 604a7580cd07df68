using System.Collections.Concurrent;
using System.Runtime.InteropServices;
using Phonaris.Core.Audio;
using Phonaris.Core.Timing;
using Phonaris.Media.Sounds;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>
/// The sound of shows in chunks of a second, rendered when asked for and kept by what is heard in them: an edit renders anew only
/// the chunks it touches.
/// </summary>
internal sealed class Mixes(SoundLibrary sounds)
{
    private const int MostKept = 256;

    private readonly ConcurrentDictionary<string, Playing> _shows = new();
    private readonly ConcurrentDictionary<string, byte[]> _kept = new();
    private readonly ConcurrentQueue<string> _order = new();

    /// <summary>The name of what is heard in a chunk, or null beyond the end.</summary>
    public string? Key(StoredShow stored, int second)
    {
        var start = (long)second * Frames.PerSecond;
        var schedule = Of(stored).Schedule;
        if (second < 0 || start >= schedule.TotalFrames) return null;
        var (from, to) = Mixer.Context(start, End(schedule, start));
        return $"{schedule.ContentKey(from, to)}-{End(schedule, start) - start}";
    }

    /// <summary>The samples of a chunk: interleaved stereo, 32-bit float, little-endian.</summary>
    public byte[] Chunk(StoredShow stored, int second, string key)
    {
        if (_kept.TryGetValue(key, out var known)) return known;
        var playing = Of(stored);
        var start = (long)second * Frames.PerSecond;
        var samples = new float[(End(playing.Schedule, start) - start) * Frames.Channels];
        lock (playing) playing.Mixer.Render(start, samples);
        var bytes = MemoryMarshal.AsBytes(samples.AsSpan()).ToArray();
        if (_kept.TryAdd(key, bytes)) _order.Enqueue(key);
        while (_order.Count > MostKept && _order.TryDequeue(out var oldest)) _kept.TryRemove(oldest, out _);
        return bytes;
    }

    private Playing Of(StoredShow stored)
    {
        if (_shows.TryGetValue(stored.Id, out var known) && known.Revision == stored.Revision) return known;
        var schedule = Schedule.Of(stored.Show);
        return _shows[stored.Id] = new(stored.Revision, schedule, new Mixer(schedule, sounds.Open));
    }

    private static long End(Schedule schedule, long start) => Math.Min(start + Frames.PerSecond, schedule.TotalFrames);

    private sealed record Playing(long Revision, Schedule Schedule, Mixer Mixer);
}
