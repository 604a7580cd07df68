namespace Phonaris.Web.Shows;

/// <summary>What became of a list.</summary>
/// <param name="Runs">The list as it is now, in runs of what lay side by side before; null where the same things are in it in the same order.</param>
/// <param name="Changed">What is new in it, or not as it was, in its order now.</param>
public sealed record ListChange<T>(IReadOnlyList<ListRun>? Runs, IReadOnlyList<T> Changed);

/// <summary>A part of a list.</summary>
/// <param name="From">Where its first thing was before, from 0; −1 where all of it is new: the next of what is changed and was not there.</param>
/// <param name="Count">How many things it has.</param>
public sealed record ListRun(int From, int Count);

internal static class ListChange
{
    /// <summary>What became of a list; null for nothing.</summary>
    /// <param name="before">The list before.</param>
    /// <param name="after">The list now.</param>
    /// <param name="name">Names each thing of a list.</param>
    public static ListChange<T>? Between<T>(IReadOnlyList<T> before, IReadOnlyList<T> after, Func<T, string> name)
    {
        if (before.SequenceEqual(after)) return null;
        // What has moved may be where something else of its name was: whichever is meant, what is not the same is told.
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
