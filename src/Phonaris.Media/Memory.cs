using Microsoft.Extensions.Caching.Memory;

namespace Phonaris.Media;

/// <summary>Caches in memory, limited by bytes: the least recently used entries are removed first.</summary>
public static class Memory
{
    /// <summary>A cache of a number of bytes. When it is full, half of it is removed, so that large entries fit.</summary>
    public static MemoryCache Of(long mostBytes) => new(new MemoryCacheOptions { SizeLimit = mostBytes, CompactionPercentage = 0.5 });

    /// <summary>Stores a value and replaces an existing one.</summary>
    /// <param name="cache">The cache.</param>
    /// <param name="name">The key.</param>
    /// <param name="value">The value.</param>
    /// <param name="bytes">Its approximate size in bytes.</param>
    public static T Keep<T>(this MemoryCache cache, object name, T value, long bytes) =>
        cache.Set(name, value, new MemoryCacheEntryOptions { Size = bytes });
}
