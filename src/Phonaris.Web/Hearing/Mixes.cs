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
    /// <param name="stored">The show.</param>
    /// <param name="only">The ids of cues to be heard alone, with commas between them; null for all.</param>
    /// <param name="second">The chunk.</param>
    public string? Key(StoredShow stored, string? only, int second)
    {
        var start = (long)second * Frames.PerSecond;
        var schedule = Of(stored, only).Schedule;
        if (second < 0 || start >= schedule.TotalFrames) return null;
        var (from, to) = Mixer.Context(start, End(schedule, start));
        return $"{schedule.ContentKey(from, to)}-{End(schedule, start) - start}";
    }

    /// <summary>The samples of a chunk: interleaved stereo, 32-bit float, little-endian.</summary>
    public byte[] Chunk(StoredShow stored, string? only, int second, string key)
    {
        if (_kept.TryGetValue(key, out var known)) return known;
        var playing = Of(stored, only);
        var start = (long)second * Frames.PerSecond;
        var samples = new float[(End(playing.Schedule, start) - start) * Frames.Channels];
        lock (playing) playing.Mixer.Render(start, samples);
        var bytes = MemoryMarshal.AsBytes(samples.AsSpan()).ToArray();
        if (_kept.TryAdd(key, bytes)) _order.Enqueue(key);
        while (_order.Count > MostKept && _order.TryDequeue(out var oldest)) _kept.TryRemove(oldest, out _);
        return bytes;
    }

    private Playing Of(StoredShow stored, string? only)
    {
        if (_shows.TryGetValue(stored.Id, out var known) && known.Revision == stored.Revision && known.Only == only) return known;
        var schedule = Schedule.Of(stored.Show);
        if (only is not null) schedule = schedule.Only(only.Split(',').ToHashSet());
        return _shows[stored.Id] = new(stored.Revision, only, schedule, new Mixer(schedule, sounds.Open));
    }

    private static long End(Schedule schedule, long start) => Math.Min(start + Frames.PerSecond, schedule.TotalFrames);

    private sealed record Playing(long Revision, string? Only, Schedule Schedule, Mixer Mixer);
}
