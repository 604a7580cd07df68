namespace Phonaris.Storage;

/// <summary>A lock for each key. A key takes memory only while its lock is held or waited for.</summary>
internal sealed class KeyedLock
{
    private readonly Dictionary<string, Entry> _entries = [];

    /// <summary>Waits for the lock of a key.</summary>
    /// <param name="key">The key.</param>
    /// <param name="cancel">Stops waiting.</param>
    /// <returns>Releases the lock when disposed.</returns>
    public async Task<IDisposable> AcquireAsync(string key, CancellationToken cancel)
    {
        Entry entry;
        lock (_entries)
        {
            if (!_entries.TryGetValue(key, out entry!)) _entries.Add(key, entry = new(this, key));
            entry.Users++;
        }
        try
        {
            await entry.Gate.WaitAsync(cancel);
            return entry;
        }
        catch
        {
            Release(entry);
            throw;
        }
    }

    /// <summary>Whether the lock of a key is held or waited for.</summary>
    public bool IsInUse(string key)
    {
        lock (_entries) return _entries.ContainsKey(key);
    }

    private void Release(Entry entry)
    {
        lock (_entries)
        {
            if (--entry.Users > 0) return;
            _entries.Remove(entry.Key);
            entry.Gate.Dispose();
        }
    }

    private sealed class Entry(KeyedLock owner, string key) : IDisposable
    {
        public string Key { get; } = key;

        public SemaphoreSlim Gate { get; } = new(1);

        /// <summary>The number of holders and waiters.</summary>
        public int Users { get; set; }

        public void Dispose()
        {
            Gate.Release();
            owner.Release(this);
        }
    }
}
