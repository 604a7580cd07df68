namespace Phonaris.Web.Shows;

/// <summary>A change of a list.</summary>
/// <param name="Runs">The new list as runs of consecutive old items; null when it has the same items in the same order.</param>
/// <param name="Changed">The new and changed items, in the new order.</param>
public sealed record ListChange<T>(IReadOnlyList<ListRun>? Runs, IReadOnlyList<T> Changed);

/// <summary>A run of a list.</summary>
/// <param name="From">The old index of its first item, from 0; −1 for new items, which are the next new ones among the changed items.</param>
/// <param name="Count">The number of items.</param>
public sealed record ListRun(int From, int Count);

internal static class ListChange
{
    /// <summary>The change of a list; null for none.</summary>
    /// <param name="before">The list before.</param>
    /// <param name="after">The list now.</param>
    /// <param name="name">The key of an item.</param>
    public static ListChange<T>? Between<T>(IReadOnlyList<T> before, IReadOnlyList<T> after, Func<T, string> name)
    {
        if (before.SequenceEqual(after)) return null;
        // A moved item may be where another with its key was; either way, different items are listed as changed.
        var places = before.Select((item, i) => (Name: name(item), i)).DistinctBy(p => p.Name).ToDictionary(p => p.Name, p => p.i);
        List<ListRun> runs = [];
        List<T> changed = [];
        foreach (var item in after)
        {
            var from = places.GetValueOrDefault(name(item), -1);
            if (from < 0 || !Equals(before[from], item)) changed.Add(item);
            if (runs is [.., var run] && from == (run.From < 0 ? -1 : run.From + run.Count)) runs[^1] = run with { Count = run.Count + 1 };
            else runs.Add(new(from, 1));
        }
        var sameOrder = runs is [{ From: 0 } whole] && whole.Count == before.Count;
        return new(sameOrder ? null : runs, changed);
    }
}
