using System.Collections.Concurrent;
using Phonaris.Core.Live;

namespace Phonaris.Web.Live;

/// <summary>The shows being presented, each as it was at the start: later edits do not change it.</summary>
internal sealed class LiveRuns
{
    /// <summary>The most runs remembered; the oldest is forgotten, because its page has everything it needs.</summary>
    private const int Most = 40;

    private readonly ConcurrentDictionary<string, LiveShow> _runs = new();
    private readonly ConcurrentDictionary<string, RunPage> _pages = new();

    /// <summary>Stores a show that is about to be presented.</summary>
    public void Add(LiveShow run)
    {
        while (_runs.Count >= Most && _runs.Values.MinBy(r => r.Began) is { } oldest) _runs.TryRemove(oldest.Id, out _);
        _runs[run.Id] = run;
    }

    /// <summary>A run, or null.</summary>
    public LiveShow? Find(string showId, string runId) => _runs.TryGetValue(runId, out var run) && run.Stored.Id == showId ? run : null;

    /// <summary>The stem of a show being presented, by its name, or null.</summary>
    public LiveStem? StemOf(string showId, string key) => _runs.Values.Where(r => r.Stored.Id == showId).Select(r => r.StemOf(key)).FirstOrDefault(s => s is not null);

    /// <summary>Whether a page is presenting a show.</summary>
    public bool IsPresented(string showId) => _pages.Values.Any(page => _runs.TryGetValue(page.RunId, out var run) && run.Kind == RunKind.Present && run.Stored.Id == showId);

    /// <summary>Registers a page that presents a run, until it is closed.</summary>
    public void Connect(RunPage page, string connectionId) => _pages[connectionId] = page;

    /// <summary>Removes a closed page; returns what it presented, or null.</summary>
    public RunPage? Disconnect(string connectionId) => _pages.TryRemove(connectionId, out var page) ? page : null;

    /// <summary>Whether a page presents a run.</summary>
    public bool HasPage(string runId) => _pages.Values.Any(page => page.RunId == runId);

    /// <summary>The runs of a show.</summary>
    public IReadOnlyList<string> Of(string showId) => [.. _runs.Values.Where(r => r.Stored.Id == showId).Select(r => r.Id)];

    /// <summary>Forgets a run that has ended.</summary>
    public void End(string runId) => _runs.TryRemove(runId, out _);
}

/// <summary>What a page presents.</summary>
/// <param name="ShowId">The show.</param>
/// <param name="RunId">The run of it.</param>
internal sealed record RunPage(string ShowId, string RunId);
