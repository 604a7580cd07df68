namespace Phonaris.Media.Tests;

/// <summary>Files that are made on demand.</summary>
public sealed class DerivedFilesTests : IDisposable
{
    private readonly Sandbox _sandbox = new();
    private readonly TaskCompletionSource _go = new();
    private int _made;

    [Fact]
    public async Task A_file_is_made_once_and_appears_complete()
    {
        var all = Enumerable.Range(0, 8).Select(_ => _sandbox.Derived.GetAsync("a/file", MakeAsync, CancellationToken.None)).ToList();
        Assert.False(_sandbox.Derived.Has("a/file"));
        _go.SetResult();
        Assert.Equal("whole", await File.ReadAllTextAsync((await Task.WhenAll(all)).Distinct().Single()));
        await _sandbox.Derived.GetAsync("a/file", MakeAsync, CancellationToken.None);
        Assert.Equal(1, _made);
        Assert.Single(Directory.GetFiles(_sandbox.PathOf("derived/a")));
    }

    [Fact]
    public async Task A_cancelled_first_request_does_not_affect_the_others()
    {
        using var first = new CancellationTokenSource();
        var given = _sandbox.Derived.GetAsync("file", MakeAsync, first.Token);
        var wanted = _sandbox.Derived.GetAsync("file", MakeAsync, CancellationToken.None);
        await first.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => given);
        _go.SetResult();
        Assert.Equal("whole", await File.ReadAllTextAsync(await wanted));
        Assert.Equal(2, _made);
    }

    [Fact]
    public async Task A_failure_leaves_no_file_and_can_be_retried()
    {
        await Assert.ThrowsAsync<InvalidDataException>(() => _sandbox.Derived.GetAsync("file", BreakAsync, CancellationToken.None));
        Assert.DoesNotContain(Directory.GetFiles(_sandbox.PathOf("derived")), f => f.Contains("file", StringComparison.Ordinal));
        _go.SetResult();
        await _sandbox.Derived.GetAllAsync([("file", MakeAsync), ("file", MakeAsync), ("other", MakeAsync)], null, CancellationToken.None);
        Assert.Equal(2, _made);

        static async Task BreakAsync(string path, CancellationToken cancel)
        {
            await File.WriteAllTextAsync(path, "ha", cancel);
            throw new InvalidDataException();
        }
    }

    public void Dispose() => _sandbox.Dispose();

    /// <summary>Writes half, waits for a signal, and writes the rest.</summary>
    private async Task MakeAsync(string path, CancellationToken cancel)
    {
        Interlocked.Increment(ref _made);
        await File.WriteAllTextAsync(path, "wh", cancel);
        await _go.Task.WaitAsync(cancel);
        await File.AppendAllTextAsync(path, "ole", cancel);
    }
}
