namespace Phonaris.Media.Tests;

public sealed class MemoryTests
{
    /// <summary>However much is stored, the limit holds, and recently used entries stay; an entry half as large as the limit fits among small ones.</summary>
    [Fact]
    public async Task The_cache_keeps_its_limit_and_recent_entries()
    {
        const int most = 10_000_000;
        using var memory = Memory.Of(most);
        for (var n = 0; n < 200; n++) await StoreAsync(n, 200_000);
        await StoreAsync("large", 5_000_000);
        Assert.InRange(Enumerable.Range(0, 200).Count(n => memory.TryGetValue(n, out _)) * 200_000 + 5_000_000, 5_000_000, most);

        // Space is freed in the background: what found none is computed again, and stored then.
        async Task StoreAsync(object name, int bytes)
        {
            for (var tries = 0; tries < 500; tries++)
            {
                memory.Keep(name, name, bytes);
                if (memory.TryGetValue(name, out _)) return;
                await Task.Delay(10);
            }
            Assert.Fail($"{name} is never kept.");
        }
    }
}
