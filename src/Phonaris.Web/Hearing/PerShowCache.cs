using Microsoft.Extensions.Caching.Memory;
using Phonaris.Media;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>A cache with one entry for each show, within a number of bytes; the least recently used shows are dropped first.</summary>
/// <typeparam name="T">The type of the entries.</typeparam>
internal sealed class PerShowCache<T>
    where T : class
{
    private const long MostBytes = 128_000_000;

    /// <summary>The approximate size of a drawn slide or cue: a few numbers per pixel.</summary>
    private const long BytesOfEach = 4_000;

    private readonly MemoryCache _kept = Memory.Of(MostBytes);
    private readonly Lock _lock = new();

    /// <summary>The entry of a show, or null.</summary>
    public T? Find(string showId) => _kept.TryGetValue(showId, out T? known) ? known : null;

    /// <summary>Stores the entry of a show; if another was stored since <paramref name="before"/>, returns that instead.</summary>
    public T Keep(StoredShow stored, T? before, T made)
    {
        lock (_lock)
        {
            if (Find(stored.Id) is { } other && other != before) return other;
            return _kept.Keep(stored.Id, made, BytesOfEach * (1 + stored.Show.Slides.Count + stored.Show.Cues.Count));
        }
    }
}
