using Microsoft.Extensions.Caching.Memory;
using Phonaris.Media;
using Phonaris.Storage;

namespace Phonaris.Web.Hearing;

/// <summary>What was made of shows last, one thing of each, within a number of bytes: shows that nobody looks at any more are given up first.</summary>
/// <typeparam name="T">What is made of a show.</typeparam>
internal sealed class OfShows<T>
    where T : class
{
    private const long MostBytes = 128_000_000;

    /// <summary>About what a slide or a cue comes to, drawn and written: a few numbers for each pixel of it.</summary>
    private const long BytesOfEach = 4_000;

    private readonly MemoryCache _kept = Memory.Of(MostBytes);
    private readonly Lock _lock = new();

    /// <summary>What was made of a show last, or null.</summary>
    public T? Find(string showId) => _kept.TryGetValue(showId, out T? known) ? known : null;

    /// <summary>Keeps what was made of a show; where something else was kept since <paramref name="before"/>, that is left and given instead.</summary>
    public T Keep(StoredShow stored, T? before, T made)
    {
        lock (_lock)
        {
            if (Find(stored.Id) is { } other && other != before) return other;
            return _kept.Keep(stored.Id, made, BytesOfEach * (1 + stored.Show.Slides.Count + stored.Show.Cues.Count));
        }
    }
}
