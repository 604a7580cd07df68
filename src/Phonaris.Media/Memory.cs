using Microsoft.Extensions.Caching.Memory;

namespace Phonaris.Media;

/// <summary>What is kept in memory in order not to be worked out again, within a number of bytes: what was not asked for longest goes first.</summary>
public static class Memory
{
    /// <summary>Room for so many bytes. When it is full, half of it is given up, so that there is room for something as large as that.</summary>
    public static MemoryCache Of(long mostBytes) => new(new MemoryCacheOptions { SizeLimit = mostBytes, CompactionPercentage = 0.5 });

    /// <summary>Keeps something, in place of what was kept under its name.</summary>
    /// <param name="cache">Where.</param>
    /// <param name="name">Its name.</param>
    /// <param name="value">What to keep.</param>
    /// <param name="bytes">About how many bytes it holds.</param>
    public static T Keep<T>(this MemoryCache cache, object name, T value, long bytes) =>
        cache.Set(name, value, new MemoryCacheEntryOptions { Size = bytes });
}
