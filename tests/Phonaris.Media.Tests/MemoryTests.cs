namespace Phonaris.Media.Tests;

public sealed class MemoryTests
{
    /// <summary>However much is kept, no more than the bound is held, and what is asked for last is; something half as large as all of it finds room among what is small.</summary>
    [Fact]
    public async Task What_is_kept_stays_within_its_bytes_and_the_last_has_room()
    {
        const int most = 10_000_000;
        using var memory = Memory.Of(most);
        for (var n = 0; n < 200; n++) await KeptAsync(n, 200_000);
        await KeptAsync("large", 5_000_000);
        Assert.InRange(Enumerable.Range(0, 200).Count(n => memory.TryGetValue(n, out _)) * 200_000 + 5_000_000, 5_000_000, most);

        // Room is made beside: what finds none is worked out once more, and kept then.
        async Task KeptAsync(object name, int bytes)
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
